// @vitest-environment happy-dom
import { afterEach, expect, test, vi } from 'vitest'
import { fetchedAhead } from './fetchedAhead'

afterEach(() => vi.unstubAllGlobals())

test('what is declared so is fetched once the browser is idle, not before, and a failure stays quiet', async () => {
  const idle: (() => unknown)[] = []
  vi.stubGlobal('requestIdleCallback', (work: () => unknown) => idle.push(work))
  const found = vi.fn(async () => () => null)
  const lost = vi.fn(async () => Promise.reject(new Error('out of reach')))
  fetchedAhead(found)
  fetchedAhead(lost)
  expect(found).not.toHaveBeenCalled()
  await Promise.all(idle.map((work) => work()))
  expect(found).toHaveBeenCalledTimes(1)
  expect(lost).toHaveBeenCalledTimes(1)
})
