import { afterEach, expect, test, vi } from 'vitest'
import { typedStore } from './typedStore'

afterEach(() => vi.unstubAllGlobals())

test('the picture is told after the frame, once for all keys of it, and reads the last', async () => {
  const frames: (() => void)[] = []
  vi.stubGlobal('requestAnimationFrame', (paint: () => void) => frames.push(paint))
  const store = typedStore()
  let told = 0
  const leave = store.subscribe(() => told++)
  const last = { kind: 'refused', words: 'b' } as unknown as ReturnType<typeof store.get> // any value will do here
  store.set({ kind: 'incomplete' })
  store.set(last)
  expect(frames).toHaveLength(1)
  expect(told).toBe(0)
  expect(store.get()).toBe(last)
  for (const paint of frames) paint()
  await vi.waitFor(() => expect(told).toBe(1))
  leave()
  store.set({ kind: 'incomplete' })
  frames.at(-1)?.()
  await new Promise((resolve) => setTimeout(resolve))
  expect(told).toBe(1)
})
