import { useEffect, useRef } from 'react'
import { isTyping } from './isTyping'

/** Does something at a letter alone, where nothing is typed. */
export function useLetter(letter: string, act: (() => unknown) | null): void {
  const latest = useRef(act)
  latest.current = act
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== letter || event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return
      if (isTyping(event.target) || !latest.current) return
      event.preventDefault()
      latest.current()
    }
    document.addEventListener('keydown', onKey)
    return () => document.removeEventListener('keydown', onKey)
  }, [letter])
}
