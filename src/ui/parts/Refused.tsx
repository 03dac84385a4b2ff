/** Why something was not taken, read out at once; nothing where it was. */
export function Refused({ words }: { words: string | null }) {
  if (words === null) return null
  return (
    <p className="tone-outside" role="alert">
      {words}
    </p>
  )
}
