'use client'
import { type RefObject, useEffect, useRef, useState } from 'react'
import { usePrinting } from '../parts/usePrinting'

/** Width of a sheet between margins of 14 mm: A4, 96 px to an inch. Wider pictures would shrink, with their words. */
export const PAPER_PX = Math.floor(((210 - 2 * 14) / 25.4) * 96)

/** Size of an element as it changes; the first drawing, on the server, uses the fallback. */
export function useSize<T extends HTMLElement>(fallback: {
  width: number
  height: number
}): [RefObject<T | null>, { width: number; height: number }] {
  const ref = useRef<T>(null)
  const [size, setSize] = useState(fallback)
  const isPrinting = usePrinting() !== null
  useEffect(() => {
    if (!ref.current) return
    const observer = new ResizeObserver(([entry]) => {
      if (!entry) return
      const { width, height } = entry.contentRect
      setSize({ width: Math.max(60, Math.floor(width)), height: Math.max(40, Math.floor(height)) })
    })
    observer.observe(ref.current)
    return () => observer.disconnect()
  }, [])
  return [ref, isPrinting ? { ...size, width: Math.min(size.width, PAPER_PX) } : size]
}
