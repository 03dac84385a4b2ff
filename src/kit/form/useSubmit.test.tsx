// @vitest-environment happy-dom
import { act, renderHook, waitFor } from '@testing-library/react'
import type { FormEvent } from 'react'
import { expect, test, vi } from 'vitest'
import type { RefusedField } from '@/schema/answer'
import type { Answer } from '../api'
import { useSubmit } from './useSubmit'

const EVENT = { preventDefault: () => {} } as FormEvent // nothing else of it is asked for
function submitting(answer: Answer<string>, value: unknown = {}, refusals: RefusedField[] = []) {
  const form = { value, refusals, tryIt: vi.fn(), refuse: vi.fn() }
  const store = vi.fn(async () => answer)
  const done = vi.fn()
  const { result } = renderHook(() => useSubmit(form, store, done))
  return { form, store, done, result, press: () => act(() => result.current.submit(EVENT)) }
}
const REFUSAL = { field: 'name', reason: 'is taken', remedy: 'choose another' }

test('what makes no sense is not sent', async () => {
  const { form, store, result, press } = submitting({ kind: 'done', value: 'x' }, null, [REFUSAL])
  await press()
  expect(store).not.toHaveBeenCalled()
  expect(form.tryIt).toHaveBeenCalled()
  expect(result.current.failure).toBe('Is taken. Choose another.') // no box of this form has that name
})

test('what was stored is told on, with nothing left to say', async () => {
  const { done, result, press } = submitting({ kind: 'done', value: 'kept' })
  await press()
  expect(done).toHaveBeenCalledWith('kept')
  expect(result.current.failure).toBeNull()
})

test('what the server refuses goes to the boxes and is read out', async () => {
  const { form, done, result, press } = submitting({ kind: 'refused', status: 409, refusals: [REFUSAL] })
  await press()
  expect(form.refuse).toHaveBeenCalledWith([REFUSAL])
  expect(result.current.failure).toBe('Is taken. Choose another.')
  expect(done).not.toHaveBeenCalled()
})

test('a server that does not answer leaves what was typed, and the button can be pressed again', async () => {
  const { result, press } = submitting({ kind: 'unreachable' })
  await press()
  await waitFor(() => expect(result.current.isSending).toBe(false))
  expect(result.current.failure).toContain('nothing is confirmed')
})
