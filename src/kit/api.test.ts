import { afterEach, describe, expect, test, vi } from 'vitest'
import { RefusedAnswer } from '@/schema/answer'
import { inWords, refusalWords, send } from './api'

afterEach(() => vi.unstubAllGlobals())

/** Stands in for the network, which is not ours to have in a unit test. */
const network = (answer: () => Promise<Response>) => vi.stubGlobal('fetch', answer)
const json = (status: number, body: unknown) => async () => new Response(JSON.stringify(body), { status })

describe('what became of something sent', () => {
  test('taken', async () => {
    network(json(200, { id: 'x' }))
    expect(await send('/p', {})).toEqual({ kind: 'done', value: { id: 'x' } })
  })
  test('refused, with its status and reasons', async () => {
    const refusals = [{ field: 'applied', reason: 'outside what the sensor can do', remedy: 'check the unit' }]
    network(json(422, { refusals }))
    expect(await send('/p', {})).toEqual({ kind: 'refused', status: 422, refusals })
  })
  test('no answer, half an answer, or one that is not ours: nobody knows, so send it again', async () => {
    network(() => Promise.reject(new TypeError('network')))
    expect(await send('/p', {})).toEqual({ kind: 'unreachable' })
    network(async () => new Response('<html>', { status: 200 }))
    expect(await send('/p', {})).toEqual({ kind: 'unreachable' })
    network(json(502, { error: 'gateway' }))
    expect(await send('/p', {})).toEqual({ kind: 'unreachable' })
  })
})

test('an answer is taken for refused where the shape of our answers says so, and nowhere else', async () => {
  const refusal = { field: 'a', reason: 'b', remedy: 'c' }
  const answers = [
    { refusals: [refusal] },
    { refusals: [refusal, refusal], more: 1 },
    { refusals: [] },
    { refusals: [{ ...refusal, remedy: 5 }] },
    { refusals: [{ field: 'a' }] },
    { refusals: 'none' },
    { refusals: [null] },
    {},
    null,
    'proxy error',
  ]
  for (const answer of answers) {
    network(json(502, answer))
    const isOurs = RefusedAnswer.safeParse(answer).success
    expect((await send('/p', {})).kind, JSON.stringify(answer)).toBe(isOurs ? 'refused' : 'unreachable')
  }
})

test('refusals as sentences', () => {
  expect(inWords({ field: 'urv', reason: 'equals LRV', remedy: 'enter another' })).toBe('Equals LRV. Enter another.')
  expect(inWords({ field: 'urv', reason: 'equals LRV', remedy: '' })).toBe('Equals LRV.')
  expect(refusalWords({ kind: 'done', value: 1 })).toBeNull()
  expect(refusalWords({ kind: 'unreachable' })).toContain('nothing is stored twice')
})
