'use client'
import { useCallback, useMemo, useState } from 'react'
import type { z } from 'zod'
import type { RefusedField } from '@/schema/answer'
import { shapeRefusals } from '@/schema/shapeRefusals'
import { type Draft, withPart } from './draft'

/** Sets a part of what is typed; the path leads to its box. */
export type ChangeDraft = (path: readonly string[], part: Draft) => void

/**
 * What is typed into a form, and what it stands for once it makes sense: the one way our forms work. The schema that
 * checks here is the one that checks on the server.
 *
 * @param read what the boxes stand for before the schema sees them; the boxes themselves where it reads text
 */
export function useDraftForm<S extends z.ZodType, D extends Draft>(
  schema: S,
  initial: D | (() => D),
  read?: (draft: D) => unknown,
) {
  const [draft, setDraft] = useState<D>(initial)
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const [isTried, setTried] = useState(false)
  const [told, setTold] = useState<readonly RefusedField[]>([])
  const change: ChangeDraft = useCallback((path, part) => {
    // A part takes the place of one of its own kind; the type cannot follow a path.
    setDraft((whole) => withPart(whole, path, part) as D)
    setTold((before) => before.filter(({ field }) => !isAt(field, path.join('.'))))
  }, [])
  const leave = useCallback((path: string) => setLeft((before) => new Set(before).add(path)), [])
  const parsed = useMemo(() => schema.safeParse(read ? read(draft) : draft), [schema, read, draft])
  const refusals = useMemo(() => [...(parsed.success ? [] : shapeRefusals(parsed.error)), ...told], [parsed, told])
  return {
    draft,
    change,
    /** A box was left: from here on it is told what is wrong with it. */
    leave,
    /** What was parsed by `schema` is its output; null where it was not. */
    value: parsed.success ? (parsed.data as z.output<S>) : null,
    refusals,
    /** What may be said by now: of boxes that were left, and of all once the form was tried. */
    shown: isTried
      ? refusals
      : refusals.filter((each) => told.includes(each) || [...left].some((path) => isAt(each.field, path))),
    /** From here on everything is told. */
    tryIt: useCallback(() => setTried(true), []),
    /** Everything as at the start. */
    begin: () => {
      setDraft(initial)
      setLeft(new Set())
      setTried(false)
      setTold([])
    },
    /** What the server found, beside its boxes until they change. */
    refuse: setTold,
  }
}

/** Whether a refusal belongs to a box, or to a value in it. */
export const isAt = (field: string, path: string): boolean => field === path || field.startsWith(`${path}.`)

/** What a box needs to know of its form. */
export type BoundForm = Pick<ReturnType<typeof useDraftForm>, 'draft' | 'change' | 'leave' | 'shown'>
