import type { RefusedField } from '@/schema/answer'

/** What a database's error means to the person whose request met it. */
export type DatabaseRefusal = { readonly status: number; readonly refusal: RefusedField }

/**
 * Errors of the database that are nobody's fault, told as what they are: it is away, busy, full, or somebody else was
 * first. By SQLSTATE (PostgreSQL's documentation, appendix A) and the codes of sockets.
 *
 * @returns null for every other error, which is a fault of ours
 */
export function databaseRefusal(error: unknown): DatabaseRefusal | null {
  if (!(error instanceof Error)) return null
  const code = 'code' in error ? String(error.code) : ''
  if (code === CLOSED_RUN) return CLOSED
  if (FULL_CODES.has(code)) return FULL
  if (BUSY_CODES.has(code) || POOL_IN_USE.test(error.message)) return BUSY
  if (GONE_CODES.has(code) || CONNECTION_LOST.test(error.message)) return GONE
  return null
}

/** Our own: `refuse_on_closed_run` of the schema raises it. */
const CLOSED_RUN = 'BY001'

/** Disk full; more connections than it takes is told as busy. */
const FULL_CODES = new Set(['53100'])

/** Waited too long for a lock; took too long; two that wait for each other; two that cannot both be first; too many. */
const BUSY_CODES = new Set(['55P03', '57014', '40P01', '40001', '53300'])

const GONE_CODES = new Set([
  ...['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT'],
  ...['57P01', '57P02', '57P03', '08006', '08003'],
])

// The driver tells these without a code. All connections of the pool in use is not the same as one that is lost.
const POOL_IN_USE = /^timeout exceeded when trying to connect/i
const CONNECTION_LOST =
  /connection terminated|connection error and is not queryable|Client was closed and is not queryable/i

const CLOSED: DatabaseRefusal = {
  status: 409,
  refusal: {
    field: 'run',
    reason: 'it was sealed or abandoned in the meantime',
    remedy: 'nothing was stored; load the page again to see how it stands',
  },
}

const BUSY: DatabaseRefusal = {
  status: 503,
  refusal: {
    field: 'server',
    reason: 'the server is busy',
    remedy: 'nothing was stored; send it again in a moment',
  },
}

const FULL: DatabaseRefusal = {
  status: 507,
  refusal: {
    field: 'server',
    reason: 'the disk of the database is full',
    remedy: 'nothing was stored; tell whoever looks after the server',
  },
}

const GONE: DatabaseRefusal = {
  status: 503,
  refusal: {
    field: 'server',
    reason: 'the database does not answer',
    remedy: 'nothing was stored; send it again in a moment',
  },
}
