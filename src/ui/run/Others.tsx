import type { Others as OthersThere } from './usePresence'

/** Who else has this run open, and where they are in it. */
export function Others({ others }: { others: OthersThere }) {
  if (others.length === 0) return null
  return (
    <p className="others small" role="status">
      {others.map(({ name, place }) => `${name} is in this run too: ${place}`).join(' · ')}
    </p>
  )
}
