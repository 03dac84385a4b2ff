import type { Queryable } from '../../database'
import { isInChain } from '../../sql/proof/heads'
import { type CheckpointFault, verifyCheckpoints } from './checkpoints'
import { type TimeStampFault, type TimeStampReport, verifyTimeStamps } from './timeStamps'
import { type ChainFault, verifyChain } from './verifyChain'
import { type LedgerFault, verifyLedger } from './verifyLedger'

/** One thing that is wrong, where, in words. */
export type ProofFault =
  | ChainFault
  | LedgerFault
  | CheckpointFault
  | TimeStampFault
  | { of: 'expected'; sequence: 0; fault: string }

/** How far a verification is. */
export type ProofProgress = { readonly of: 'records' | 'acts'; readonly done: number }

/** What a verification of everything found. */
export type ProofReport = Pick<TimeStampReport, 'timeStamps' | 'lastTimeStamp'> & {
  readonly records: number
  readonly findings: number
  readonly acts: number
  readonly checkpoints: number
  readonly lastHash: string
  readonly lastActHash: string
  readonly faults: readonly ProofFault[]
}

/** What verifying is held against besides the database itself. */
export type Anchors = {
  /** Checkpoints, and whose they are to be. */
  readonly checkpoints?: { readonly file: string; readonly publicKey: string | null } | undefined
  /** A hash that has to be in the chain, as a certificate gives it. */
  readonly expected?: string | undefined
}

/** Verifies records, findings and acts, and holds them against what was kept outside. */
export async function verifyAll(
  db: Queryable,
  { checkpoints, expected }: Anchors,
  tell: (progress: ProofProgress) => void = () => {},
): Promise<ProofReport> {
  const chain = await verifyChain(db, (done) => tell({ of: 'records', done }))
  const ledger = await verifyLedger(db, (done) => tell({ of: 'acts', done }))
  const outside = checkpoints ? await verifyCheckpoints(db, checkpoints) : { checkpoints: 0, faults: [] }
  const stamps = checkpoints ? await verifyTimeStamps(checkpoints.file) : NO_TIME_STAMPS
  const isMissing = expected !== undefined && !(await isInChain(db, expected))
  return {
    records: chain.records,
    findings: chain.findings,
    acts: ledger.acts,
    checkpoints: outside.checkpoints,
    timeStamps: stamps.timeStamps,
    lastTimeStamp: stamps.lastTimeStamp,
    lastHash: chain.lastHash,
    lastActHash: ledger.lastHash,
    faults: [
      ...chain.faults,
      ...ledger.faults,
      ...outside.faults,
      ...stamps.faults,
      ...(isMissing
        ? [
            {
              of: 'expected' as const,
              sequence: 0 as const,
              fault: `${expected} is in neither chain: it was rewritten or cut off`,
            },
          ]
        : []),
    ],
  }
}

const NO_TIME_STAMPS: TimeStampReport = { timeStamps: 0, lastTimeStamp: null, faults: [] }
