import { randomUUID } from 'node:crypto'
import { NextResponse } from 'next/server'
import type { z } from 'zod'
import type { Outcome } from '@/calc/runCalculation'
import { Refusal } from '@/core/refusal'
import type { RefusedField } from '@/schema/answer'
import { type Action, mayDo, whoMay } from '@/schema/roles'
import { shapeRefusals } from '@/schema/shapeRefusals'
import { signedInPerson } from '../auth/session'
import { environment } from '../environment'
import { log } from '../log'
import { isOwnHost } from '../ownHost'
import { Busy, Conflict, Forbidden, NotFound, NotSignedIn, TooMany } from '../refusals'
import type { Actor } from '../services/actor'
import { boundedJson, LARGEST_BODY_BYTES } from './boundedJson'
import { callerAddress } from './callerAddress'
import { databaseRefusal } from './databaseRefusal'
import { storedAnswer } from './storedAnswer'
import { TooLarge } from './tooLarge'

type Context<P> = { params: Promise<P> }

/** A route that writes: who, parse, one service call, answer. Everything that can go wrong becomes words. */
export function writeRoute<S extends z.ZodType, P = Record<string, never>>(
  action: Action | 'own account',
  schema: S,
  handle: (input: z.infer<S>, params: P, actor: Actor) => Promise<unknown>,
  { largestBytes = LARGEST_BODY_BYTES }: { readonly largestBytes?: number } = {},
) {
  return (request: Request, { params }: Context<P>): Promise<NextResponse> =>
    answered(async () => {
      refuseForeign(request)
      const by = await actor(action)
      const input = schema.safeParse(await boundedJson(request, largestBytes))
      if (!input.success) return refused(400, shapeRefusals(input.error))
      const result = await handle(input.data, await params, by)
      return storedAnswer(result ?? { done: true })
    })
}

/**
 * A route that writes or works out much and tells how far it is, a line of JSON at a time. What is refused before it begins is answered
 * as everywhere; what goes wrong later is its last line, and nothing of it is stored.
 *
 * @param handle works until `signal` says that nobody waits for it any more
 */
export function streamedRoute<S extends z.ZodType, P, L>(
  action: Action | 'own account',
  schema: S,
  {
    handle,
    failed,
    largestBytes,
  }: {
    readonly handle: (
      input: z.infer<S>,
      params: P,
      actor: Actor,
      told: { readonly tell: (line: L) => void; readonly signal: AbortSignal },
    ) => Promise<void>
    /** The last line where it went wrong. */
    readonly failed: (words: string) => L
    readonly largestBytes: number
  },
) {
  return (request: Request, { params }: Context<P>): Promise<Response> =>
    answered<Response>(async () => {
      refuseForeign(request)
      const by = await actor(action)
      const input = schema.safeParse(await boundedJson(request, largestBytes))
      if (!input.success) return refused(400, shapeRefusals(input.error))
      const encoder = new TextEncoder()
      const body = new ReadableStream<Uint8Array>({
        start: async (controller) => {
          const tell = (line: L) => {
            // Nobody reads any more once they are gone.
            if (!request.signal.aborted) controller.enqueue(encoder.encode(`${JSON.stringify(line)}\n`))
          }
          try {
            await handle(input.data, await params, by, { tell, signal: request.signal })
          } catch (error) {
            tell(failed(await wordsOf(error)))
          }
          if (!request.signal.aborted) controller.close()
        },
      })
      return new Response(body, { headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' } })
    })
}

/** Why something failed, as its answer would say it. */
async function wordsOf(error: unknown): Promise<string> {
  const { refusals } = await (await answered(() => Promise.reject(error))).json()
  const [first]: RefusedField[] = refusals
  return first ? `${first.reason}: ${first.remedy}` : 'it failed'
}

/** A route of signing in and out: it says who somebody is, so nobody has to be known before. */
export function sessionRoute<S extends z.ZodType>(
  schema: S,
  handle: (input: z.infer<S>, now: Date, address: string) => Promise<void>,
) {
  return (request: Request): Promise<NextResponse> =>
    answered(async () => {
      refuseForeign(request)
      const input = schema.safeParse(await boundedJson(request))
      if (!input.success) return refused(400, shapeRefusals(input.error))
      await handle(input.data, new Date(), callerAddress(request))
      return NextResponse.json({ done: true })
    })
}

/**
 * A route that only computes: it stores nothing, so it needs no person; somebody signed in has more of it. Whatever
 * cannot be worked out is a 422 with field, reason and remedy.
 */
export function computeRoute<P>(
  compute: (
    body: unknown,
    params: P,
    caller: { readonly isSigned: () => Promise<boolean>; readonly signal: AbortSignal },
  ) => Promise<Outcome>,
) {
  return (request: Request, { params }: Context<P>): Promise<NextResponse> =>
    answered(async () => {
      refuseForeign(request)
      const outcome = await compute(await boundedJson(request), await params, {
        isSigned: async () => (await signedInPerson()) !== null,
        signal: request.signal,
      })
      return outcome.kind === 'answer' ? NextResponse.json(outcome.answer) : refused(422, outcome.refusals)
    })
}

/** A route that reads what belongs to the plant: for everybody who is signed in. */
export function readRoute<P = Record<string, never>>(handle: (params: P, request: Request) => Promise<Response>) {
  return (request: Request, { params }: Context<P>): Promise<Response> =>
    answered(async () => {
      refuseForeignHost(request)
      await person()
      return handle(await params, request)
    })
}

/** A route that reads what is nobody's secret: whether the server lives, and what the API is. */
export function openRoute(handle: () => Promise<Response>) {
  return (request: Request): Promise<Response> =>
    answered(async () => {
      refuseForeignHost(request)
      return handle()
    })
}

async function person() {
  const found = await signedInPerson()
  if (!found) throw new NotSignedIn('person', 'nobody is signed in at this browser', 'sign in, then send it again')
  return found
}

/** Who writes, and whether their role may. */
async function actor(action: Action | 'own account'): Promise<Actor> {
  const by = await person()
  if (action !== 'own account' && !mayDo(by.role, action))
    throw new Forbidden('person', `${by.name} is a ${by.role}, and may not ${action}`, `ask ${whoMay(action)}`)
  return { person: by, now: new Date() }
}

/**
 * Any page in the same browser could send with the cookie of the person signed in. So a write must come from our own
 * pages, and every request must name this machine (a foreign name that resolves to
 * 127.0.0.1 is somebody else's page).
 */
function refuseForeign(request: Request): void {
  refuseForeignHost(request)
  const origin = request.headers.get('origin')
  // Compared as text: a sandboxed page sends the word “null”, which is no address.
  if (origin !== null && origin.replace(/^https?:\/\//, '') !== request.headers.get('host'))
    throw new Forbidden('origin', `requests from ${origin} are not taken`, 'use the pages Barys serves')
  // Said by the browser itself; a page of another site cannot unsay it.
  const site = request.headers.get('sec-fetch-site')
  if (site !== null && site !== 'same-origin' && site !== 'none')
    throw new Forbidden('origin', 'requests from pages of other sites are not taken', 'use the pages Barys serves')
  if (!isJson(request.headers.get('content-type')))
    throw new Refusal('body', 'it is not marked as JSON', 'send it with content-type: application/json')
}

/** By its whole name: `application/jsonx` is another's. */
const isJson = (contentType: string | null) => contentType?.split(';')[0]?.trim().toLowerCase() === 'application/json'

function refuseForeignHost(request: Request): void {
  const host = request.headers.get('host') ?? ''
  if (!isOwnHost(host, () => environment().BARYS_ORIGIN))
    throw new Forbidden(
      'host',
      `Barys is not served as ${host.slice(0, 60)}`,
      'open it at the address npm start printed, or set BARYS_ORIGIN',
    )
}

async function answered<R extends Response>(work: () => Promise<R>): Promise<R | NextResponse> {
  try {
    return kept(await work())
  } catch (error) {
    if (error instanceof Refusal)
      return refused(statusOf(error), [{ field: error.field, reason: error.reason, remedy: error.remedy }])
    if (error instanceof Error && error.name === 'AbortError') return refused(503, [GAVE_UP])
    const ofDatabase = databaseRefusal(error)
    if (ofDatabase) return refused(ofDatabase.status, [ofDatabase.refusal])
    const reference = randomUUID().slice(0, 8)
    log.error({ reference, error }, 'unexpected error')
    return refused(500, [
      {
        field: 'server',
        reason: `a server error (${reference})`,
        remedy: 'nothing was stored; try again, and report the reference if it happens again',
      },
    ])
  }
}

/** Nobody reads it any more: whoever asked has gone. */
const GAVE_UP: RefusedField = { field: 'server', reason: 'it was given up', remedy: 'ask again' }

/** What belongs to the plant stays in no cache, unless its route says how long it may. */
function kept<R extends Response>(response: R): R {
  if (!response.headers.has('cache-control')) response.headers.set('cache-control', 'no-store')
  return response
}

function statusOf(error: Refusal): number {
  if (error instanceof NotFound) return 404
  if (error instanceof Conflict) return 409
  if (error instanceof TooLarge) return 413
  if (error instanceof Forbidden) return 403
  if (error instanceof NotSignedIn) return 401
  if (error instanceof TooMany) return 429
  if (error instanceof Busy) return 503
  return 422
}

const refused = (status: number, refusals: readonly RefusedField[]) => kept(NextResponse.json({ refusals }, { status }))
