import type { Queryable } from '../../database'
import { GENESIS_HASH, sha256 } from '../../hash'
import {
  COVERED,
  type LedgerEntry,
  type RowFault,
  selectConnectionZone,
  selectLedger,
  selectRowFaults,
  selectUntoldChanges,
} from '../../sql/proof/ledger'

/** One thing that is wrong with the chain of acts, by its place in it. */
export type LedgerFault = { readonly of: 'act'; readonly sequence: number; readonly fault: string }

const BATCH = 1000

/**
 * Verifies the chain of acts: each hash, each link, every row against the last that was entered of it, and that no
 * change is without an event that tells of it.
 *
 * @param tell how many acts have been walked so far
 */
export async function verifyLedger(
  db: Queryable,
  tell: (acts: number) => void = () => {},
): Promise<{ acts: number; lastHash: string; faults: readonly LedgerFault[] }> {
  await refuseOtherZone(db)
  const faults: LedgerFault[] = []
  let last = { sequence: 0, hash: GENESIS_HASH }
  for (;;) {
    const entries = await selectLedger(db, { after: last.sequence, limit: BATCH })
    if (entries.length === 0) break
    for (const entry of entries) {
      for (const fault of entryFaults(entry, last)) faults.push({ of: 'act', sequence: entry.sequence, fault })
      last = entry
    }
    tell(last.sequence)
  }
  for (const covered of COVERED)
    for (const fault of await selectRowFaults(db, covered))
      faults.push({ of: 'act', sequence: last.sequence, fault: rowWords(fault) })
  for (const { sequence, relation, key } of await selectUntoldChanges(db))
    faults.push({ of: 'act', sequence, fault: `${relation} ${key} was changed, and no event tells of it` })
  return { acts: last.sequence, lastHash: last.hash, faults }
}

/** Times are compared as PostgreSQL writes them, so it has to write them as it did then. */
async function refuseOtherZone(db: Queryable): Promise<void> {
  const zone = await selectConnectionZone(db)
  if (zone !== 'UTC') throw new Error(`the ledger is verified in UTC, not in ${zone}`)
}

function entryFaults(entry: LedgerEntry, last: { sequence: number; hash: string }): string[] {
  const { sequence, at, relation, key, act, login, deed, content, previousHash, hash } = entry
  const text = [previousHash, sequence, at, relation, key, act, login, deed, content].join('\n')
  return [
    ...(sequence === last.sequence + 1 ? [] : [`acts ${last.sequence + 1} to ${sequence - 1} are missing`]),
    ...(previousHash === last.hash ? [] : ['does not name the hash of the one before it']),
    ...(sha256(text) === hash ? [] : ['its text does not give its hash']),
  ]
}

const HOW = {
  gone: 'was entered and is gone',
  unentered: 'is there and was never entered',
  differs: 'says something else than was entered',
} as const

const rowWords = ({ relation, key, how }: RowFault) => `${relation} ${key} ${HOW[how]}`
