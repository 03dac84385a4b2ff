// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { useSpoken } from './useSpoken'

beforeEach(() => {
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
})

const first = { position: 0, target: '0 % apply 0.00 kPa', said: null as string | null }
const spoken = () => renderHook((props: typeof first) => useSpoken(props), { initialProps: first })
const wait = (ms: number) => act(() => vi.advanceTimersByTime(ms))

test('nothing is said before there is something to say', () => {
  expect(spoken().result.current).toBe('')
})

test('while figures are typed nothing is said; once the typing pauses, the last of it, once', () => {
  const { result, rerender } = spoken()
  rerender({ ...first, said: 'error 1 %, outside' })
  wait(500)
  rerender({ ...first, said: 'error 0.1 %, inside' })
  wait(500)
  expect(result.current).toBe('')
  wait(400)
  expect(result.current).toBe('error 0.1 %, inside')
})

test('a point that is stored is told at once, with the next one; a correction goes back without that', () => {
  const { result, rerender } = spoken()
  rerender({ ...first, position: 1, target: '25 % apply 50.00 kPa' })
  expect(result.current).toBe('Point 1 stored. Point 2: 25 % apply 50.00 kPa.')
  rerender({ ...first, position: 0 })
  expect(result.current).toBe('Point 1: 0 % apply 0.00 kPa.')
})
