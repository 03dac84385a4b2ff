'use client'
import dynamic from 'next/dynamic'
import type { ComponentType } from 'react'

const loaders = new Set<() => Promise<unknown>>()

/**
 * A component that does not hold up the first paint of a page. Who shows such components calls `fetchAhead` once painted:
 * they have to open where the server has gone out of reach, too.
 */
export function fetchedAhead<Props>(load: () => Promise<ComponentType<Props>>): ComponentType<Props> {
  loaders.add(load)
  return dynamic(load)
}

/** Fetches everything that was declared so, before it is asked for. What cannot be had now is tried again when it is. */
export async function fetchAhead(): Promise<void> {
  await Promise.allSettled([...loaders].map((load) => load()))
}
