'use client'
import { type FormEvent, type RefObject, useRef, useState } from 'react'
import { flushSync } from 'react-dom'
import type { RefusedField } from '@/schema/answer'
import { type Answer, inWords, refusalWords } from '../api'
import { isAt, type useDraftForm } from './useDraftForm'

type Form = Pick<ReturnType<typeof useDraftForm>, 'refusals' | 'tryIt' | 'refuse'> & {
  /** Null until the form makes sense. */
  readonly value: unknown
}

/**
 * Sends a form once it makes sense, and otherwise leads to the first box that does not; what the server refuses stands
 * beside its box and, read out, in `failure`.
 *
 * @param store sends what was typed
 * @param done what follows once it is stored
 */
export function useSubmit<T>(form: Form, store: () => Promise<Answer<T>>, done: (value: T) => void) {
  const boxes = useRef<HTMLFormElement>(null)
  const [failure, setFailure] = useState<string | null>(null)
  const [isSending, setSending] = useState(false)
  const refused = (words: string) => {
    setFailure(words)
    boxes.current?.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus()
  }
  const submit = async (event: FormEvent) => {
    event.preventDefault()
    setFailure(null)
    if (form.value === null) {
      flushSync(form.tryIt)
      return refused(beyondBoxes(form.refusals, boxes))
    }
    setSending(true)
    const answer = await store()
    setSending(false)
    if (answer.kind === 'done') done(answer.value)
    else {
      if (answer.kind === 'refused') flushSync(() => form.refuse(answer.refusals))
      refused(refusalWords(answer) ?? '')
    }
  }
  return { boxes, submit, isSending, failure }
}

/** What is refused and stands beside no box of the form, nor under a group of them, in words. */
function beyondBoxes(refusals: readonly RefusedField[], boxes: RefObject<HTMLFormElement | null>): string {
  const names = [...(boxes.current?.querySelectorAll('[name]') ?? [])].map((box) => box.getAttribute('name') ?? '')
  const homeless = refusals.filter(({ field }) => !names.some((name) => isAt(field, name) || isAt(name, field)))
  return homeless.length > 0 ? homeless.map(inWords).join(' ') : 'Check the marked boxes.'
}
