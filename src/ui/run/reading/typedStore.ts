'use client'
import { useSyncExternalStore } from 'react'
import type { Typed } from '../../../plans/typedReading'

/** What stands in the entry line, told to the picture without drawing the whole desk again at every key. */
export type TypedStore = {
  readonly get: () => Typed
  readonly set: (typed: Typed) => void
  readonly subscribe: (listener: () => void) => () => void
}

export function typedStore(): TypedStore {
  let present: Typed = { kind: 'incomplete' }
  const listeners = new Set<() => void>()
  let isTelling = false
  const tell = () => {
    isTelling = false
    for (const listener of listeners) listener()
  }
  return {
    get: () => present,
    set: (typed) => {
      present = typed
      if (isTelling) return
      isTelling = true
      // After the frame that shows the figures: they never wait for the picture.
      requestAnimationFrame(() => setTimeout(tell))
    },
    subscribe: (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
  }
}

export const useTyped = (store: TypedStore): Typed => useSyncExternalStore(store.subscribe, store.get, store.get)
