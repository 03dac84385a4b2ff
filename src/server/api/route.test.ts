import { describe, expect, test } from 'vitest'
import { computeRoute, openRoute } from './route'

/** What a route that only computes answers to a body with these headers. */
async function answerTo(headers: Record<string, string>): Promise<Response> {
  const route = computeRoute(async () => ({ kind: 'answer', answer: { value: 1 } }) as never) // any answer will do
  const request = new Request('http://127.0.0.1/', {
    method: 'POST',
    body: '{}',
    headers: { host: '127.0.0.1:3000', 'content-type': 'application/json', ...headers },
  })
  return route(request, { params: Promise.resolve({}) })
}

describe('a request', () => {
  test.each(['application/json', 'application/json; charset=utf-8', 'Application/JSON'])(
    'marked %s is taken',
    async (type) => {
      expect((await answerTo({ 'content-type': type })).status).toBe(200)
    },
  )
  test.each(['application/jsonx', 'text/plain', 'application/json-patch+json'])('marked %s is not', async (type) => {
    const answer = await answerTo({ 'content-type': type })
    expect(answer.status).toBe(422)
    expect((await answer.json()).refusals[0].reason).toBe('it is not marked as JSON')
  })
  // W3C, Fetch Metadata Request Headers, 2.4: the values of Sec-Fetch-Site.
  test.each([
    ['same-origin', 200],
    ['none', 200],
    ['same-site', 403],
    ['cross-site', 403],
  ])('that the browser calls %s is answered with %d', async (site, status) => {
    expect((await answerTo({ 'sec-fetch-site': site })).status).toBe(status)
  })
  test.each([
    ['http://127.0.0.1:3000', 200],
    ['null', 403],
    ['https://127.0.0.1.plant.example', 403],
  ])('from %s is answered with %d', async (origin, status) => {
    expect((await answerTo({ origin })).status).toBe(status)
  })
})

describe('an answer', () => {
  const open = (response: Response) =>
    openRoute(async () => response)(new Request('http://127.0.0.1/', { headers: { host: 'localhost' } }))
  test('stays in no cache, a refusal included', async () => {
    expect((await open(Response.json({}))).headers.get('cache-control')).toBe('no-store')
    expect((await answerTo({ origin: 'null' })).headers.get('cache-control')).toBe('no-store')
  })
  test('whose route says how long it may be kept is left as it is', async () => {
    const response = new Response('', { headers: { 'cache-control': 'private, max-age=60' } })
    expect((await open(response)).headers.get('cache-control')).toBe('private, max-age=60')
  })
})

test('work that was given up because its caller has gone is no fault of ours', async () => {
  const route = computeRoute(() => Promise.reject(new DOMException('gone', 'AbortError')))
  const headers = { host: '127.0.0.1:3000', 'content-type': 'application/json' }
  const request = new Request('http://127.0.0.1/', { method: 'POST', body: '{}', headers })
  const answer = await route(request, { params: Promise.resolve({}) })
  expect(answer.status).toBe(503)
  expect((await answer.json()).refusals[0].reason).toBe('it was given up')
})
