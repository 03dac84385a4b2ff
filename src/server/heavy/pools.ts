import { availableParallelism } from 'node:os'
import { join } from 'node:path'
import { MessageChannel, type Transferable } from 'node:worker_threads'
import { Piscina } from 'piscina'
import type { Outcome } from '@/calc/runCalculation'
import { decimalMark } from '@/core/format/decimalMark'
import { Busy } from '../refusals'
import type { Anchors, ProofProgress, ProofReport } from '../services/proof/verifyAll'
import type { calculate, DocumentSources } from './work'

/** Threads stay for ten minutes without work: the first document after a start takes a second to warm up, not each. */
const IDLE_MS = 10 * 60_000

type Limits = {
  readonly threads: number
  readonly waiting: number
  /** From being asked for to being done, a thread that comes up and those before it included; then the thread is ended. */
  readonly patienceMs: number
}

/** Drawing a certificate takes some tenths of a second, so that so many wait about half a minute at most. */
const DOCUMENT_LIMITS: Limits = { threads: Math.max(1, availableParallelism() - 1), waiting: 60, patienceMs: 60_000 }
/** For people signed in: the largest calculation takes some seconds. */
const SIGNED_LIMITS: Limits = { threads: 1, waiting: 16, patienceMs: 60_000 }
const SIGNED_WORK_MS = 30_000
/** For anybody: what is over in a moment, one after the other. */
const UNSIGNED_LIMITS: Limits = { threads: 1, waiting: 8, patienceMs: 45_000 }
const UNSIGNED_WORK_MS = 3_000

/** A plant of many years takes hours, and nobody else’s has to wait for it. */
const VERIFY_LIMITS: Limits = { threads: 1, waiting: 0, patienceMs: 12 * 60 * 60_000 }

// Next may load this module more than once in one process; the threads must be one set.
type Pool = { readonly threads: Piscina; asked: number }
const held = globalThis as typeof globalThis & { barysPools?: Map<string, Pool> }

/** Plain Node runs the worker from its source: it is no part of the bundle. */
function poolOf(name: string, { threads }: Limits): Pool {
  held.barysPools ??= new Map()
  const existing = held.barysPools.get(name)
  if (existing) return existing
  const piscina = new Piscina({
    filename: join(process.cwd(), 'src/server/heavy/worker.mjs'),
    minThreads: 0,
    maxThreads: threads,
    idleTimeout: IDLE_MS,
    resourceLimits: { maxOldGenerationSizeMb: 1024 },
  })
  const fresh = { threads: piscina, asked: 0 }
  held.barysPools.set(name, fresh)
  return fresh
}

/** Draws a document beside the thread that answers requests; given up where the caller is gone. */
export async function drawn<K extends keyof DocumentSources>(
  kind: K,
  source: DocumentSources[K],
  signal?: AbortSignal,
): Promise<Uint8Array> {
  return inPool('documents', DOCUMENT_LIMITS, 'draw', { kind, source, mark: decimalMark() }, signal)
}

/** Works a calculation out beside the thread that answers requests; anybody unsigned has less of it. */
export async function calculated(
  task: { readonly name: string; readonly input: unknown },
  { isSigned, signal }: { readonly isSigned: boolean; readonly signal?: AbortSignal },
): Promise<Outcome | null> {
  const mostMs = isSigned ? SIGNED_WORK_MS : UNSIGNED_WORK_MS
  const [name, limits] = isSigned
    ? (['calculations', SIGNED_LIMITS] as const)
    : (['unsigned', UNSIGNED_LIMITS] as const)
  const outcome: ReturnType<typeof calculate> = await inPool(
    name,
    limits,
    'calculate',
    { ...task, mostMs, mark: decimalMark() },
    signal,
  )
  if (outcome !== 'too long') return outcome
  const remedy = isSigned ? 'ask for less' : 'sign in for longer calculations, or ask for less'
  throw new Busy('server', `it took longer than ${mostMs / 1000} s and was given up`, remedy)
}

/**
 * Verifies everything beside the thread that answers requests, one at a time.
 *
 * @param tell how far it is
 * @throws {Busy} while another one runs
 */
export async function verified(
  anchors: Anchors,
  { tell, signal }: { readonly tell: (progress: ProofProgress) => void; readonly signal: AbortSignal },
): Promise<ProofReport> {
  const { port1, port2 } = new MessageChannel()
  port1.on('message', tell)
  try {
    return await inPool('verification', VERIFY_LIMITS, 'verify', { anchors, port: port2 }, signal, [port2])
  } finally {
    port1.close()
  }
}

async function inPool(
  name: string,
  limits: Limits,
  work: string,
  task: unknown,
  gone?: AbortSignal,
  transferList: readonly Transferable[] = [],
) {
  const pool = poolOf(name, limits)
  // Counted here: the library lets more wait than its limit says while a thread is just coming up.
  if (pool.asked >= limits.threads + limits.waiting)
    throw new Busy('server', 'too many ask for the same at once', 'send it again in a moment')
  const tooLong = AbortSignal.timeout(limits.patienceMs)
  const signal = gone ? AbortSignal.any([gone, tooLong]) : tooLong
  pool.asked++
  try {
    return await pool.threads.run(task, { name: work, signal, transferList: [...transferList] })
  } catch (error) {
    if (tooLong.aborted)
      throw new Busy(
        'server',
        `it took longer than ${limits.patienceMs / 1000} s and was given up`,
        'try again in a moment',
      )
    throw error
  } finally {
    pool.asked--
  }
}

/** Ends all threads; for tests and a server that stops. */
export async function endPools(): Promise<void> {
  for (const { threads } of held.barysPools?.values() ?? []) await threads.destroy()
  held.barysPools?.clear()
}
