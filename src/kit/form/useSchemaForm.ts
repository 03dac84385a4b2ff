'use client'
import { type FormEvent, useState } from 'react'
import { flushSync } from 'react-dom'
import type { z } from 'zod'
import type { RefusedField } from '@/schema/answer'
import { type Answer, refusalWords } from '../api'
import { useSending } from '../useSending'
import { fieldTitle, type InputSchema } from './inputSchema'
import { useSetUpForm } from './useSetUpForm'

type Sent<S extends z.ZodType, T> = {
  /** Sends what was typed under an id that stays the same while it is not known to be stored. */
  readonly store: (value: z.output<S>, id: string) => Promise<Answer<T>>
  readonly done: (value: z.output<S>, stored: T) => void
  /** Under which name the form stands in what is sent: what is refused there belongs to its boxes. */
  readonly under: string
}

/** A form drawn from its schema, and sent once it makes sense; what is wrong is named by the titles of its boxes. */
export function useSchemaForm<S extends z.ZodType, T>(schema: S, initial: unknown, { store, done, under }: Sent<S, T>) {
  const form = useSetUpForm(schema, initial)
  const [failure, setFailure] = useState<string | null>(null)
  const [isSending, setIsSending] = useState(false)
  const sending = useSending()
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const boxes = event.currentTarget
    const refuse = (refusals: readonly RefusedField[]) => {
      setFailure(refusedWords(form.shape, refusals))
      boxes.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus()
    }
    setFailure(null)
    const { value } = form
    if (value === null) {
      flushSync(form.tryIt)
      return refuse(form.refusals)
    }
    setIsSending(true)
    await sending(value, async (id) => {
      const answer = await store(value, id)
      if (answer.kind === 'done') done(value, answer.value)
      else if (answer.kind === 'refused') {
        const own = answer.refusals.map((each) => ({ ...each, field: withoutPrefix(each.field, under) }))
        flushSync(() => form.refuse(own))
        refuse(own)
      } else setFailure(refusalWords(answer))
      return refusalWords(answer)
    })
    setIsSending(false)
  }
  return { form, submit, isSending, failure }
}

const withoutPrefix = (field: string, under: string) =>
  field.startsWith(`${under}.`) ? field.slice(under.length + 1) : field

/** More are not read. */
const MOST_NAMED = 4

function refusedWords(shape: InputSchema, refusals: readonly RefusedField[]): string {
  const named = refusals.slice(0, MOST_NAMED).map(({ field, reason, remedy }) => {
    const title = fieldTitle(shape, field) || field
    return `${title} ${reason}${remedy ? `: ${remedy}` : ''}`
  })
  const more = refusals.length - named.length
  return `${named.join('; ')}${more > 0 ? `; and ${more} more` : ''}.`
}
