import canonicalize from 'canonicalize'
import { runState } from '@/core/run/runState'
import { SealedRecord } from '@/schema/record'
import type { Queryable } from '../database'
import { type Seal, selectSeals } from '../sql/seal'
import { selectSignature } from '../sql/signature'
import { loadRun } from './loadRun'
import { GENESIS_HASH, recordOf, sha256 } from './sealedRecord'

/** One thing that is wrong with the chain. */
export type ChainFault = { readonly sequence: number; readonly fault: string }

/** What a verification found. */
export type ChainReport = {
  readonly records: number
  readonly lastHash: string
  readonly faults: readonly ChainFault[]
}

/**
 * Verifies the whole chain: each hash against its text, each link against the one before it, and each record against
 * the rows it was made from (what was recorded, not what a newer version of the core would compute from it).
 */
export async function verifyChain(db: Queryable): Promise<ChainReport> {
  const faults: ChainFault[] = []
  let last = { sequence: 0, hash: GENESIS_HASH }
  for (;;) {
    const seals = await selectSeals(db, { after: last.sequence, limit: 100 })
    if (seals.length === 0) return { records: last.sequence, lastHash: last.hash, faults }
    for (const seal of seals) {
      for (const fault of [...linkFaults(seal, last), ...(await rowFaults(db, seal))])
        faults.push({ sequence: seal.sequence, fault })
      last = seal
    }
  }
}

function linkFaults(seal: Seal, last: { sequence: number; hash: string }): string[] {
  const faults: string[] = []
  if (seal.sequence !== last.sequence + 1)
    faults.push(`records ${last.sequence + 1} to ${seal.sequence - 1} are missing`)
  if (seal.previousHash !== last.hash) faults.push('does not name the hash of the record before it')
  if (sha256(seal.record) !== seal.hash) faults.push('its text does not give its hash')
  return faults
}

async function rowFaults(db: Queryable, seal: Seal): Promise<string[]> {
  const parsed = SealedRecord.safeParse(parseJson(seal.record))
  if (!parsed.success) return ['its text is not a record']
  const record = parsed.data
  const faults = record.previousHash === seal.previousHash ? [] : ['its text names another record before it']
  const run = await loadRun(db, seal.runId)
  const signature = await selectSignature(db, seal.runId)
  if (!signature) return [...faults, 'its signature is gone']
  const rebuilt = recordOf({ ...record, run, state: runState(run), signature })
  const asRecorded = ({ results: _r, conformity: _c, ...recorded }: SealedRecord) => canonicalize(recorded)
  return asRecorded(rebuilt) === asRecorded(record)
    ? faults
    : [...faults, 'the rows it was made from say something else']
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}
