import { useEffect, useRef } from 'react'
import { isTyping } from './isTyping'
import { isKeyOf, type KeyAct } from './keys'

/** Does something at the key of an act alone, where nothing is typed. */
export function useLetter(of: KeyAct, act: (() => unknown) | null): void {
  const latest = useRef(act)
  latest.current = act
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!isKeyOf(of, event.key) || event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return
      if (isTyping(event.target) || !latest.current) return
      event.preventDefault()
      latest.current()
    }
    document.addEventListener('keydown', onKey)
    return () => document.removeEventListener('keydown', onKey)
  }, [of])
}
