// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { useDwell } from './useDwell'

beforeEach(() => vi.useFakeTimers({ toFake: ['performance', 'setInterval', 'clearInterval'] }))
afterEach(() => vi.useRealTimers())
const pass = (ms: number) => act(() => vi.advanceTimersByTime(ms))

test('a point to be held for 5 s is taken after 5 s, or before when asked a second time', () => {
  const { result } = renderHook(() => useDwell(5, 'step-1'))
  act(() => result.current.start())
  pass(4900)
  expect(result.current.words()).toContain('held 4 s of 5 s')
  expect(result.current.mayTake()).toBe(false)
  expect(result.current.mayTake()).toBe(true)
  act(() => result.current.restart())
  expect(result.current.mayTake()).toBe(false)
  pass(5000)
  expect(result.current.mayTake()).toBe(true)
  expect(result.current.heldSeconds()).toBe(5)
})

test('another point is held anew', () => {
  const { result, rerender } = renderHook(({ step }) => useDwell(5, step), { initialProps: { step: 'step-1' } })
  act(() => result.current.start())
  pass(6000)
  rerender({ step: 'step-2' })
  expect(result.current.isRunning).toBe(false)
  expect(result.current.heldSeconds()).toBe(0)
})

test('where the plan asks for no hold nothing runs and nothing is kept', () => {
  const { result } = renderHook(() => useDwell(undefined, 'step-1'))
  act(() => result.current.start())
  expect(result.current.isRunning).toBe(false)
  expect(result.current.mayTake()).toBe(true)
  expect(result.current.heldSeconds()).toBeNull()
})
