'use client'
import { useSyncExternalStore } from 'react'
import { refusalCount, whenRefused } from '../api'

/** Why something was not taken, read out at once, also where it is the same again; nothing where it was. */
export function Refused({ words }: { words: string | null }) {
  const count = useSyncExternalStore(whenRefused, refusalCount, () => 0)
  if (words === null) return null
  return (
    // A screen reader says what comes anew: the same words in the same place it would take for said.
    <p key={count} className="tone-outside" role="alert">
      {words}
    </p>
  )
}
