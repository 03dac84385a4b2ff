'use client'
import { useCallback, useRef } from 'react'

/**
 * Gives what is sent one id for as long as nobody knows whether it arrived: sent again unchanged it is stored once. Other
 * content is another thing and gets an id of its own.
 *
 * @returns a function that takes what makes the thing what it is, and how it is stored; it answers as the store does:
 *   null when it is stored, or why it is not
 */
export function useSending() {
  const pending = useRef<{ readonly id: string; readonly content: string }>(undefined)
  return useCallback(
    async (content: unknown, store: (id: string) => Promise<string | null>): Promise<string | null> => {
      const text = JSON.stringify(content)
      if (pending.current?.content !== text) pending.current = { id: crypto.randomUUID(), content: text }
      const { id } = pending.current
      const refusal = await store(id)
      // Something else may have been sent before this one was answered, and has an id of its own.
      if (refusal === null && pending.current?.id === id) pending.current = undefined
      return refusal
    },
    [],
  )
}
