import { once } from 'node:events'
import { type IncomingHttpHeaders, type IncomingMessage, request, type Server } from 'node:http'
import { type AddressInfo, connect, type Socket } from 'node:net'
import { text } from 'node:stream/consumers'
import { afterEach, describe, expect, test } from 'vitest'
import { callerOf, proxyList } from './callerOf'
import { createDoor, DOOR_LIMITS, type Handle } from './door'

const servers: Server[] = []
afterEach(() => {
  for (const server of servers.splice(0)) {
    server.closeAllConnections()
    server.close()
  }
})

async function opened(handle: Handle, limits = DOOR_LIMITS): Promise<number> {
  const origin = new URL('https://barys.plant.example')
  const server = createDoor(handle, { origin, proxies: proxyList([]), limits }).listen(0, '127.0.0.1')
  servers.push(server)
  await once(server, 'listening')
  return (server.address() as AddressInfo).port
}

type Answer = { status: number; headers: IncomingHttpHeaders; body: string }

async function asked(port: number, path: string, headers: Record<string, string> = {}): Promise<Answer> {
  const sent = request({ port, host: '127.0.0.1', path, headers, agent: false }).end()
  const [answer] = (await once(sent, 'response')) as [IncomingMessage]
  return { status: answer.statusCode ?? 0, headers: answer.headers, body: await text(answer) }
}

const echo: Handle = async (incoming, response) => {
  response.end(JSON.stringify(incoming.headers))
}

describe('what is turned away before anything looks at it', () => {
  test.each(['/runs/%ff', '/records/%ff', '/instruments/%00', '/a%0', '/x?y=%c3%28'])(
    '%s is no address: 404',
    async (path) => {
      const answer = await asked(await opened(echo), path)
      expect(answer.status).toBe(404)
      expect(answer.body).toContain('Page not found')
    },
  )
  test('an address that has no end: 414', async () => {
    expect((await asked(await opened(echo), `/${'a'.repeat(5000)}`)).status).toBe(414)
  })
  test.each(['elsewhere.example', 'localhost.elsewhere.example', '127.0.0.1.elsewhere.example'])(
    'a request to “%s”: 403, a page in words, the API as a refusal',
    async (host) => {
      const port = await opened(echo)
      expect(await asked(port, '/records', { host })).toMatchObject({ status: 403 })
      const api = await asked(port, '/api/v1/runs', { host })
      expect(api.status).toBe(403)
      expect(JSON.parse(api.body).refusals[0].reason).toContain('not served under this name')
    },
  )
  test.each(['localhost', '127.0.0.1:3000', '[::1]:3000', 'barys.plant.example'])(
    'a request to %s comes in',
    async (host) => {
      expect((await asked(await opened(echo), '/records', { host })).status).toBe(200)
    },
  )
  test('letters of any script in an address come in', async () => {
    expect((await asked(await opened(echo), `/instruments/${encodeURIComponent('ЛТ-7 °')}`)).status).toBe(200)
  })
})

test('what a caller says of itself under our own names counts for nothing', async () => {
  const said = { 'x-barys-address': '10.9.9.9', 'x-nonce': 'mine', 'x-middleware-subrequest': 'x' }
  const seen = JSON.parse((await asked(await opened(echo), '/', said)).body)
  expect(seen['x-barys-address']).toBe('127.0.0.1')
  expect(seen['x-nonce']).not.toBe('mine')
  expect(seen['x-middleware-subrequest']).toBeUndefined()
})

test('each page has a nonce of its own, the same for the application and the browser', async () => {
  const port = await opened(echo)
  const [first, second] = [await asked(port, '/'), await asked(port, '/')]
  const nonceOf = ({ headers }: Answer) => /'nonce-([^']+)'/.exec(String(headers['content-security-policy']))?.[1]
  expect(nonceOf(first)).toBe(JSON.parse(first.body)['x-nonce'])
  expect(Buffer.from(nonceOf(first) ?? '', 'base64')).toHaveLength(16)
  expect(nonceOf(first)).not.toBe(nonceOf(second))
  expect(first.headers['content-security-policy']).not.toMatch(/script-src[^;]*unsafe/)
})

test('an application that fails at a request ends neither the server nor the others', async () => {
  const port = await opened(async (request, response) => {
    if (request.url === '/fails') throw new Error('x')
    response.end('done')
  })
  expect((await asked(port, '/fails')).status).toBe(500)
  expect((await asked(port, '/')).body).toBe('done')
})

describe('nobody stops the others', () => {
  test('more at once than it takes: told to come again, and taken once there is room', async () => {
    const waiting: (() => void)[] = []
    const slow: Handle = (_, response) =>
      new Promise((resolve) =>
        waiting.push(() => {
          response.end('done')
          resolve()
        }),
      )
    const port = await opened(slow, { ...DOOR_LIMITS, atOnce: 2 })
    const inside = [asked(port, '/'), asked(port, '/')]
    await expect.poll(() => waiting.length).toBe(2)
    const crowded = await asked(port, '/api/v1/runs')
    expect(crowded).toMatchObject({ status: 503, headers: { 'retry-after': '2' } })
    for (const go of waiting.splice(0)) go()
    for (const answer of await Promise.all(inside)) expect(answer.body).toBe('done')
    const after = asked(port, '/')
    await expect.poll(() => waiting.length).toBe(1)
    waiting[0]?.()
    expect((await after).status).toBe(200)
  })
  test('senders that never finish are dropped, and a neighbour is served meanwhile', async () => {
    const port = await opened(echo, { ...DOOR_LIMITS, headersMs: 300, requestMs: 600 })
    const slow = await Promise.all(Array.from({ length: 50 }, () => hanging(port)))
    expect((await asked(port, '/')).status).toBe(200)
    await Promise.all(slow.map((socket) => (socket.closed ? null : once(socket, 'close'))))
  })
})

/** A caller that begins a request and goes on no further. */
async function hanging(port: number): Promise<Socket> {
  const socket = connect(port, '127.0.0.1')
  socket.on('error', () => {})
  socket.resume()
  await once(socket, 'connect')
  socket.write('POST /api/v1/session HTTP/1.1\r\nHost: localhost\r\nContent-Len')
  return socket
}

describe('from where a request came', () => {
  const from = (remoteAddress: string, forwarded?: string) =>
    callerOf(
      { socket: { remoteAddress } as Socket, headers: forwarded === undefined ? {} : { 'x-forwarded-for': forwarded } },
      proxyList(['10.0.0.2', '10.8.0.0/16']),
    )
  test.each([
    ['its own connection', '192.0.2.7', undefined, '192.0.2.7'],
    ['no proxy of ours is believed', '192.0.2.7', '203.0.113.9', '192.0.2.7'],
    ['a proxy of ours is', '10.0.0.2', '203.0.113.9', '203.0.113.9'],
    ['what a caller wrote before it is not', '10.0.0.2', '1.1.1.1, 203.0.113.9', '203.0.113.9'],
    ['two proxies of ours in a row', '10.0.0.2', '203.0.113.9, 10.8.3.4', '203.0.113.9'],
    ['no address', '10.0.0.2', 'unknown', '10.0.0.2'],
    ['IPv4 over a socket of both kinds', '::ffff:192.0.2.7', undefined, '192.0.2.7'],
    ['IPv6', '2001:db8::7', undefined, '2001:db8::7'],
  ])('%s', (_, near, forwarded, caller) => {
    expect(from(near, forwarded)).toBe(caller)
  })
  test('a proxy that is no address is refused at the start', () => {
    expect(() => proxyList(['gateway'])).toThrow('BARYS_PROXIES')
  })
})
