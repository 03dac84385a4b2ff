import { once } from 'node:events'
import { createServer, type RequestListener } from 'node:http'
import type { AddressInfo } from 'node:net'
import { expect, test } from 'vitest'
import { isHealthy } from './server'

/** Whether a server that answers so is a healthy Barys; it is given little time. */
async function asked(listener: RequestListener): Promise<boolean> {
  const server = createServer(listener).listen(0, '127.0.0.1')
  await once(server, 'listening')
  try {
    return await isHealthy(`http://127.0.0.1:${(server.address() as AddressInfo).port}`, 200)
  } finally {
    server.closeAllConnections()
    server.close()
  }
}

test('Barys that answers is healthy', async () => {
  expect(await asked((_, answer) => answer.end('{"name":"barys","version":"0"}'))).toBe(true)
})

test.each<[string, RequestListener]>([
  ['another program', (_, answer) => answer.end('{"name":"other"}')],
  ['no JSON', (_, answer) => answer.end('<html>')],
  ['no object', (_, answer) => answer.end('null')],
  ['Barys without its database', (_, answer) => answer.writeHead(503).end('{"name":"barys"}')],
  ['one that says nothing', () => {}],
  ['one that hangs up', ({ socket }) => socket.destroy()],
  [
    'one that stops in the midst of its answer',
    (_, answer) => {
      answer.writeHead(200, { 'content-length': '100' })
      answer.write('{"name"')
    },
  ],
])('%s is not', async (_name, listener) => {
  expect(await asked(listener)).toBe(false)
})

test('nobody at all is not', async () => {
  expect(await isHealthy('http://127.0.0.1:1', 200)).toBe(false)
})
