'use client'
import dynamic from 'next/dynamic'
import type { ComponentType } from 'react'

/**
 * A component that does not hold up the first paint of a page, and is fetched as soon as the browser has nothing else to
 * do: it has to open where the server has gone out of reach since, too. What cannot be had then is asked for again when it
 * is shown.
 */
export function fetchedAhead<Props>(load: () => Promise<ComponentType<Props>>): ComponentType<Props> {
  if (typeof window !== 'undefined') whenIdle(() => load().catch(() => {}))
  return dynamic(load)
}

/** Not every browser says when it is idle; a moment after the page was drawn it mostly is. */
function whenIdle(work: () => void): void {
  if ('requestIdleCallback' in window) window.requestIdleCallback(work)
  else setTimeout(work, 200)
}
