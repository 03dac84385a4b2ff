'use client'
import { useCallback, useMemo } from 'react'
import { z } from 'zod'
import type { RefusedField } from '@/schema/answer'
import { STILL_EMPTY } from '@/schema/field'
import { type Draft, draftOf, inputOf } from './draft'
import type { InputSchema } from './inputSchema'
import { useDraftForm } from './useDraftForm'

/** A set-up that is typed: its boxes as text, and what they stand for once they make sense. */
export function useSetUpForm<S extends z.ZodType>(schema: S, initial: unknown) {
  const shape = useMemo(
    // JSON Schema as Zod writes it; our set-ups use the part of it that the type names.
    () => z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as InputSchema,
    [schema],
  )
  const read = useCallback((draft: Draft) => inputOf(shape, draft), [shape])
  return { shape, ...useDraftForm(schema, () => draftOf(shape, initial), read) }
}

/** What the boxes of any set-up are drawn from, whatever they stand for. */
export type SetUpForm = Pick<ReturnType<typeof useSetUpForm>, 'shape' | 'draft' | 'change'>

/** A box nobody has filled yet is no mistake, and is not marked as one. */
export const isStillEmpty = ({ reason }: Pick<RefusedField, 'reason'>): boolean => reason.startsWith(STILL_EMPTY)
