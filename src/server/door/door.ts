import { randomBytes } from 'node:crypto'
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import type { BlockList } from 'node:net'
import { ADDRESS_HEADER } from '../api/callerAddress'
import { log } from '../log'
import { NONCE_HEADER } from '../nonceHeader'
import { callerOf } from './callerOf'
import { pagePolicy } from './pagePolicy'
import { type Fault, requestFault } from './requestFaults'

/** What the door hands requests to. */
export type Handle = (request: IncomingMessage, response: ServerResponse) => Promise<void>

/** How much the door lets in at once, and how long it waits for a request to arrive. */
export type DoorLimits = {
  readonly connections: number
  /** Requests that are being answered; more are told to come again. */
  readonly atOnce: number
  readonly headersMs: number
  readonly requestMs: number
  readonly idleMs: number
}

/** Ours, no source: a hundred technicians with some pages each are far below, and a slow sender is gone in seconds. */
export const DOOR_LIMITS: DoorLimits = {
  connections: 1500,
  atOnce: 400,
  headersMs: 8_000,
  requestMs: 30_000,
  // Longer than browsers and proxies keep an idle connection, so that none is reset just as it is used again.
  idleMs: 75_000,
}

/** Names that mean something further inside and that no caller may say. */
const INNER_HEADERS = [ADDRESS_HEADER, NONCE_HEADER, 'content-security-policy', 'x-middleware-subrequest']

type Door = { readonly origin: URL | undefined; readonly proxies: BlockList; readonly limits?: DoorLimits }

/**
 * The server before the application: turns away what names another host or is no address, writes down from where a
 * request came, gives pages their policy, and keeps slow or too many callers from stopping the others.
 */
export function createDoor(handle: Handle, { origin, proxies, limits = DOOR_LIMITS }: Door): Server {
  let inside = 0
  const server = createServer(
    {
      headersTimeout: limits.headersMs,
      requestTimeout: limits.requestMs,
      keepAliveTimeout: limits.idleMs,
      connectionsCheckingInterval: 1000,
    },
    async (request, response) => {
      const fault = inside >= limits.atOnce ? CROWDED : requestFault(request, origin)
      if (fault) return turnAway(response, fault)
      for (const name of INNER_HEADERS) delete request.headers[name]
      request.headers[ADDRESS_HEADER] = callerOf(request, proxies)
      const nonce = randomBytes(16).toString('base64')
      const policy = pagePolicy(nonce)
      request.headers[NONCE_HEADER] = nonce
      // The application puts the nonce that it finds here on every script it writes.
      request.headers['content-security-policy'] = policy
      response.setHeader('content-security-policy', policy)
      inside++
      response.once('close', () => inside--)
      await handle(request, response).catch((error: unknown) => {
        log.error({ error, path: request.url }, 'the application failed at a request')
        if (response.headersSent) response.destroy()
        else turnAway(response, FAILED)
      })
    },
  )
  server.maxConnections = limits.connections
  return server
}

const FAILED: Fault = { status: 500, words: 'Server error. Nothing was stored; try again.' }
const CROWDED: Fault = { status: 503, words: 'Too many ask at once. Send it again in a moment.' }

/** In words, whichever way they are read: a page, or the one field of a refusal. */
function turnAway(response: ServerResponse, { status, words }: Fault): void {
  const isApi = response.req.url?.startsWith('/api/') ?? false
  const [reason = '', remedy = ''] = words.split(/(?<=\.) /)
  const body = isApi
    ? JSON.stringify({
        refusals: [{ field: 'server', reason: reason.replace(/\.$/, ''), remedy: remedy.replace(/\.$/, '') }],
      })
    : `<!doctype html><html lang="en"><meta charset="utf-8"><title>Barys</title><p>${words}</p></html>`
  response.writeHead(status, {
    'content-type': isApi ? 'application/json' : 'text/html; charset=utf-8',
    'content-security-policy': "default-src 'none'",
    'cache-control': 'no-store',
    'x-content-type-options': 'nosniff',
    ...(status === 503 && { 'retry-after': '2' }),
    connection: 'close',
  })
  response.end(body)
}
