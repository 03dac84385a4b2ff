import { useEffect, useRef, useState } from 'react'

/** So long nothing is typed, and what was typed is meant. */
const PAUSE_MS = 800

type Spoken = {
  /** Point that is being read, by its place. */
  readonly position: number
  /** What is to be brought about there. */
  readonly target: string
  /** What is to be said of the figures as they stand; null while they are not whole. */
  readonly said: string | null
}

/**
 * What a screen reader is told at the entry line, once and as it matters: that a point was stored and which one comes next, at once;
 * the verdict of what is typed, its cautions and refusals, once the typing pauses.
 */
export function useSpoken({ position, target, said }: Spoken): string {
  const [words, setWords] = useState('')
  const before = useRef(position)
  useEffect(() => {
    if (before.current === position) return
    const stored = position > before.current ? `Point ${before.current + 1} stored. ` : ''
    before.current = position
    setWords(`${stored}Point ${position + 1}: ${target}.`)
  }, [position, target])
  useEffect(() => {
    if (said === null) return
    const timer = setTimeout(() => setWords(said), PAUSE_MS)
    return () => clearTimeout(timer)
  }, [said])
  return words
}
