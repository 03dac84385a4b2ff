'use client'
import { createContext, type ReactNode, useCallback, useContext, useMemo, useRef, useState } from 'react'

type Drafts = Record<string, unknown>
type DraftBook = {
  /** What is typed and not sent, by place. */
  readonly present: () => Drafts
  readonly keep: (key: string, value: unknown) => void
  /** Told after each change; replaces the one before. */
  readonly onChange: (listener: () => void) => void
}

const Book = createContext<DraftBook>({ present: () => ({}), keep: () => {}, onChange: () => {} })

/** Holds what is typed and not sent anywhere in a run, beginning with what the server kept. */
export function RunDrafts({ initial, children }: { initial: Drafts; children: ReactNode }) {
  const drafts = useRef<Drafts>({ ...initial })
  const listener = useRef(() => {})
  const book = useMemo<DraftBook>(
    () => ({
      present: () => drafts.current,
      keep: (key, value) => {
        if (value === undefined) delete drafts.current[key]
        else drafts.current[key] = value
        listener.current()
      },
      onChange: (next) => {
        listener.current = next
      },
    }),
    [],
  )
  return <Book.Provider value={book}>{children}</Book.Provider>
}

export const useDraftBook = () => useContext(Book)

/** Texts by box. */
type Boxes = Readonly<Record<string, string>>

/**
 * State of some boxes that outlives the page: it is kept with the run until it is sent or emptied, and found again on
 * another device.
 *
 * @param key where in the run the boxes stand; other boxes begin with what was kept there
 */
export function useDraft<T extends Boxes>(key: string, empty: T): [T, (next: T) => void] {
  const book = useDraftBook()
  const kept = useCallback(
    (at: string): T => {
      const found = book.present()[at]
      return isBoxes(found) ? { ...empty, ...found } : empty
    },
    [book, empty],
  )
  const [state, setState] = useState(() => ({ key, boxes: kept(key) }))
  if (state.key !== key) setState({ key, boxes: kept(key) })
  const change = useCallback(
    (boxes: T) => {
      setState({ key, boxes })
      book.keep(key, Object.values(boxes).every((text) => text === '') ? undefined : boxes)
    },
    [book, key],
  )
  return [state.key === key ? state.boxes : kept(key), change]
}

const isBoxes = (value: unknown): value is Boxes =>
  typeof value === 'object' && value !== null && Object.values(value).every((text) => typeof text === 'string')
