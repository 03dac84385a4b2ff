import canonicalize from 'canonicalize'
import { z } from 'zod'
import { withPoints } from '@/core/format/decimalMark'
import { Refusal } from '@/core/refusal'
import { runState } from '@/core/run/runState'
import { FindingRecord } from '@/schema/impact'
import { SealedRecord } from '@/schema/record'
import type { Queryable } from '../../database'
import { GENESIS_HASH, sha256 } from '../../hash'
import { parsedJson } from '../../parsedJson'
import { countLostSeals, selectSealCheck } from '../../sql/proof/sealCheck'
import { type Seal, selectSeals } from '../../sql/records/seal'
import { type Finding, selectFindings, selectRecordsOfFinding } from '../../sql/references/finding'
import { selectSignature } from '../../sql/run/signature'
import { recordOf } from '../records/sealedRecord'
import { loadRun } from '../run/loadRun'
import { besideFaults, resultFaults } from './recordFaults'

/** One thing that is wrong with the chain of records, or with that of findings. */
export type ChainFault = { readonly of: 'record' | 'finding'; readonly sequence: number; readonly fault: string }

/** What a verification found. */
export type ChainReport = {
  readonly records: number
  readonly findings: number
  readonly lastHash: string
  readonly faults: readonly ChainFault[]
}

/**
 * Verifies the whole chain: each hash against its text, each link against the one before it, and each record against
 * the rows it was made from, what it says follows from its readings against the core, and its denormalised columns (what lists
 * show, the run's state, signature, reviews, the event of sealing). The findings are a chain of their own.
 *
 * @param tell how many records have been walked so far
 */
export async function verifyChain(db: Queryable, tell: (records: number) => void = () => {}): Promise<ChainReport> {
  const faults: ChainFault[] = []
  let last = { sequence: 0, hash: GENESIS_HASH }
  for (;;) {
    const seals = await selectSeals(db, { after: last.sequence, limit: 100 })
    if (seals.length === 0) {
      const { findings, faults: ofFindings } = await verifyFindings(db)
      const lost = await countLostSeals(db)
      if (lost > 0)
        faults.push({
          of: 'record',
          sequence: last.sequence + 1,
          fault: `runs that were sealed have no record: ${lost}`,
        })
      return { records: last.sequence, findings, lastHash: last.hash, faults: [...faults, ...ofFindings] }
    }
    for (const seal of seals) {
      for (const fault of [...linkFaults(seal, last, 'records'), ...(await readableRowFaults(db, seal))])
        faults.push({ of: 'record', sequence: seal.sequence, fault })
      last = seal
      if (seal.sequence % TOLD_EVERY === 0) tell(seal.sequence)
    }
    tell(last.sequence)
  }
}

/** How far it is, told often enough that somebody who waits sees it move. */
const TOLD_EVERY = 10

/** Each finding against its hash, the one before it, and the records it is attached to. */
async function verifyFindings(db: Queryable): Promise<{ findings: number; faults: ChainFault[] }> {
  const faults: ChainFault[] = []
  let last = { sequence: 0, hash: GENESIS_HASH }
  for (;;) {
    const findings = await selectFindings(db, { after: last.sequence, limit: 100 })
    if (findings.length === 0) return { findings: last.sequence, faults }
    for (const finding of findings) {
      for (const fault of [...linkFaults(finding, last, 'findings'), ...(await attachmentFaults(db, finding))])
        faults.push({ of: 'finding', sequence: finding.sequence, fault })
      last = finding
    }
  }
}

async function attachmentFaults(db: Queryable, finding: Finding): Promise<string[]> {
  const parsed = FindingRecord.safeParse(parsedJson(finding.record))
  if (!parsed.success) return ['its text is not a finding']
  const { previousHash, undoes = null, records } = parsed.data
  const named = records.map(({ sequence }) => sequence).toSorted((a, b) => a - b)
  const attached = await selectRecordsOfFinding(db, finding.sequence)
  return [
    ...(previousHash === finding.previousHash ? [] : ['its text names another finding before it']),
    ...(undoes === finding.undoes ? [] : ['its text undoes another finding']),
    ...(canonicalize(named) === canonicalize(attached) ? [] : ['it is attached to other records than its text says']),
  ]
}

type Link = { readonly sequence: number; readonly previousHash: string; readonly hash: string; readonly record: string }

function linkFaults(seal: Link, last: { sequence: number; hash: string }, all: string): string[] {
  const faults: string[] = []
  if (seal.sequence !== last.sequence + 1)
    faults.push(`${all} ${last.sequence + 1} to ${seal.sequence - 1} are missing`)
  if (seal.previousHash !== last.hash) faults.push('does not name the hash of the one before it')
  if (sha256(seal.record) !== seal.hash) faults.push('its text does not give its hash')
  return faults
}

/** A row that was changed until nothing can be made of it any more is a fault of its own, and the rest is still verified. */
async function readableRowFaults(db: Queryable, seal: Seal): Promise<string[]> {
  try {
    return await rowFaults(db, seal)
  } catch (error) {
    const isOfContent = error instanceof z.ZodError || error instanceof Refusal || error instanceof TypeError
    if (!isOfContent) throw error
    return ['the rows it was made from cannot be read as a run any more']
  }
}

async function rowFaults(db: Queryable, seal: Seal): Promise<string[]> {
  const parsed = SealedRecord.safeParse(parsedJson(seal.record))
  if (!parsed.success) return ['its text is not a record']
  const record = parsed.data
  const faults = record.previousHash === seal.previousHash ? [] : ['its text names another record before it']
  const run = await loadRun(db, seal.runId)
  const signature = await selectSignature(db, seal.runId)
  if (!signature) return [...faults, 'its signature is gone']
  const state = withPoints(() => runState(run))
  const rebuilt = recordOf({ ...record, run, state, signature })
  faults.push(...resultFaults(record, state), ...besideFaults(record, seal, await selectSealCheck(db, seal.sequence)))
  const asRecorded = ({ results: _r, conformity: _c, ...recorded }: SealedRecord) => canonicalize(recorded)
  return asRecorded(rebuilt) === asRecorded(record)
    ? faults
    : [...faults, 'the rows it was made from say something else']
}
