// @vitest-environment happy-dom
import { renderHook } from '@testing-library/react'
import { expect, test } from 'vitest'
import { useSending } from './useSending'

test('sent again unchanged it has the id of before, until it is stored; other content has another', async () => {
  const { result } = renderHook(() => useSending())
  const ids: string[] = []
  const lost = (content: unknown) =>
    result.current(content, async (id) => {
      ids.push(id)
      return 'nobody answers'
    })
  const stored = (content: unknown) =>
    result.current(content, async (id) => {
      ids.push(id)
      return null
    })
  expect(await lost({ applied: '4.00' })).toBe('nobody answers')
  expect(await stored({ applied: '4.00' })).toBeNull()
  await lost({ applied: '8.00' })
  await stored({ applied: '9.00' })
  await stored({ applied: '9.00' }) // stored once already: a further one of the same figures is another
  const [a, b, c, d, e] = ids
  expect(a).toBe(b)
  expect(new Set([b, c, d, e]).size).toBe(4)
})
