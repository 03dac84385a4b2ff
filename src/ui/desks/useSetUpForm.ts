'use client'
import { useCallback, useMemo, useState } from 'react'
import { z } from 'zod'
import type { RefusedField } from '@/schema/answer'
import { STILL_EMPTY } from '@/schema/field'
import { shapeRefusals } from '@/schema/shapeRefusals'
import { type Draft, draftOf, inputOf, withPart } from '../workings/draft'
import type { InputSchema } from '../workings/inputSchema'

/** A set-up that is typed: its boxes as text, and what they stand for once they make sense. */
export function useSetUpForm<S extends z.ZodType>(schema: S, initial: unknown) {
  const shape = useMemo(
    // JSON Schema as Zod writes it; our set-ups use the part of it that the type names.
    () => z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as InputSchema,
    [schema],
  )
  const [draft, setDraft] = useState<Draft>(() => draftOf(shape, initial))
  const change = useCallback(
    (path: readonly string[], part: Draft) => setDraft((whole) => withPart(whole, path, part)),
    [],
  )
  const parsed = useMemo(() => schema.safeParse(inputOf(shape, draft)), [schema, shape, draft])
  const refusals: RefusedField[] = parsed.success ? [] : shapeRefusals(parsed.error)
  // What was parsed by `schema` is its output; the union with null says when it was not.
  const value = parsed.success ? (parsed.data as z.output<S>) : null
  return { shape, draft, change, value, refusals }
}

/** What the boxes of any set-up are drawn from, whatever they stand for. */
export type SetUpForm = Pick<ReturnType<typeof useSetUpForm>, 'shape' | 'draft' | 'change'>

/** A box nobody has filled yet is no mistake, and is not marked as one. */
export const isStillEmpty = ({ reason }: Pick<RefusedField, 'reason'>): boolean => reason.startsWith(STILL_EMPTY)
