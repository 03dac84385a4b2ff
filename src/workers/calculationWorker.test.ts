import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest'
import type { FromWorker, ToWorker } from './protocol'

/** The worker on a stand-in for its global scope: what it is sent goes in, what it says is collected. */
const said: FromWorker[] = []
let hear: (message: { data: ToWorker }) => void = () => undefined

beforeAll(async () => {
  vi.stubGlobal('self', {
    addEventListener: (_: string, listener: typeof hear) => {
      hear = listener
    },
    postMessage: (message: FromWorker) => said.push(message),
  })
  await import('./calculationWorker')
})
afterAll(() => vi.unstubAllGlobals())

const about = (id: number) => said.filter((message) => message.id === id)
const ended = (id: number) => about(id).find(({ kind }) => kind !== 'progress')
const task = (count: number) => ({
  model: 'a + b',
  unit: 'kPa',
  coverage: 0.95,
  trials: { kind: 'fixed', count },
  seed: 1,
  inputs: ['a', 'b'].map((name) => ({ name, distribution: { kind: 'normal', mean: 1, standardUncertainty: 0.1 } })),
})
const start = (id: number, name: string, input: unknown) => hear({ data: { kind: 'start', id, name, input } })

describe('the worker’s protocol', () => {
  test('reports every block, and ends with the outcome', async () => {
    start(1, 'monte-carlo', task(50_000))
    await expect.poll(() => ended(1), { timeout: 10_000 }).toMatchObject({ kind: 'done', outcome: { kind: 'answer' } })
    const fractions = about(1).flatMap((message) => (message.kind === 'progress' ? [message.fraction] : []))
    expect(fractions).toEqual([0.2, 0.4, 0.6, 0.8, 1])
  })
  test('stops when told, and says so', async () => {
    start(2, 'monte-carlo', task(5_000_000))
    await expect.poll(() => about(2).length, { timeout: 10_000 }).toBeGreaterThan(0)
    hear({ data: { kind: 'cancel', id: 2 } })
    await expect.poll(() => ended(2), { timeout: 10_000 }).toEqual({ kind: 'cancelled', id: 2 })
  })
  test('a new start ends the one before', async () => {
    start(3, 'monte-carlo', task(5_000_000))
    start(4, 'convert', { quantity: 'length', value: 1, from: 'ft', to: 'mm' })
    await expect
      .poll(() => ended(4), { timeout: 10_000 })
      .toMatchObject({ outcome: { answer: { converted: { value: 304.8, unit: 'mm' } } } })
    await expect.poll(() => ended(3)?.kind, { timeout: 10_000 }).toBe('cancelled')
  })
  test('what cannot be worked out is an outcome; a name that is not there is a failure', async () => {
    start(5, 'monte-carlo', { ...task(5000), model: 'a +' })
    await expect
      .poll(() => ended(5), { timeout: 10_000 })
      .toMatchObject({ kind: 'done', outcome: { kind: 'refused', refusals: [{ field: 'model' }] } })
    start(6, 'no-such', {})
    await expect.poll(() => ended(6)?.kind, { timeout: 10_000 }).toBe('failed')
  })
})
