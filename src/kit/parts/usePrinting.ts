'use client'
import { useEffect, useState } from 'react'
import { flushSync } from 'react-dom'

/** When the page began to be printed; null while it is not. */
export function usePrinting(): string | null {
  const [since, setSince] = useState<string | null>(null)
  useEffect(() => {
    // At once: the page is laid out for paper as soon as the listeners have run.
    const begin = () => flushSync(() => setSince(new Date().toISOString()))
    const end = () => setSince(null)
    window.addEventListener('beforeprint', begin)
    window.addEventListener('afterprint', end)
    return () => {
      window.removeEventListener('beforeprint', begin)
      window.removeEventListener('afterprint', end)
    }
  }, [])
  return since
}
