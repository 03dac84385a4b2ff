import { existsSync, readFileSync } from 'node:fs'
import { type Queryable, transaction } from '../../database'
import { environment } from '../../environment'
import { log } from '../../log'
import { checkpointLine, type Heads, readCheckpoints } from '../../proof/checkpoint'
import { appendLine, checkpointsOf, lastLine } from '../../proof/checkpointFile'
import { proofKey } from '../../proof/proofKey'
import { lockCheckpoints, selectHashes, selectHeads } from '../../sql/proof/heads'
import { stampDaily } from './timeStamps'

/**
 * Adds where the chains stand to the file outside the database, signed. What cannot be written is logged and made up for at
 * the next seal or start: a record that was accepted is accepted.
 */
export async function addCheckpoint(at: Date): Promise<void> {
  const folder = environment().BARYS_PROOF
  if (folder === undefined) return
  try {
    const key = proofKey(folder)
    const file = checkpointsOf(folder)
    await transaction(async (db) => {
      await lockCheckpoints(db)
      appendLine(file, checkpointLine(await selectHeads(db), { key, at, before: lastLine(file) }))
    })
  } catch (error) {
    log.error({ error, folder }, 'no checkpoint was written')
  }
  void stampDaily(at)
}

/** The public key certificates carry; null where no folder of proof is set, or its key cannot be read. */
export function publicProofKey(): { publicKey: string; fingerprint: string } | null {
  const folder = environment().BARYS_PROOF
  if (folder === undefined) return null
  try {
    const { publicKey, fingerprint } = proofKey(folder)
    return { publicKey, fingerprint }
  } catch (error) {
    log.error({ error, folder }, 'the key of the checkpoints cannot be read')
    return null
  }
}

/** One thing in which the chains contradict a checkpoint, by its line. */
export type CheckpointFault = { readonly of: 'checkpoint'; readonly sequence: number; readonly fault: string }

const CHAINS = {
  records: { table: 'seal', word: 'record' },
  findings: { table: 'finding', word: 'finding' },
  acts: { table: 'ledger', word: 'act' },
} as const satisfies Record<keyof Heads, { table: string; word: string }>

/**
 * Holds the chains against a file of checkpoints: what was cut off since, and what was rewritten as a whole.
 *
 * @param publicKey whose signature is wanted; null takes each line's own
 */
export async function verifyCheckpoints(
  db: Queryable,
  { file, publicKey }: { file: string; publicKey: string | null },
): Promise<{ checkpoints: number; faults: readonly CheckpointFault[] }> {
  if (!existsSync(file))
    return { checkpoints: 0, faults: [{ of: 'checkpoint', sequence: 0, fault: `${file} is not there` }] }
  const lines = readCheckpoints(readFileSync(file, 'utf8'), publicKey)
  const faults: CheckpointFault[] = lines.flatMap(({ line, faults: found }) =>
    found.map((fault) => ({ of: 'checkpoint' as const, sequence: line, fault })),
  )
  for (const chain of ['records', 'findings', 'acts'] as const) {
    const { table, word } = CHAINS[chain]
    const counts = lines.flatMap(({ checkpoint }) => checkpoint?.[chain].count ?? [])
    const hashes = await selectHashes(db, table, counts)
    for (const { line, checkpoint } of lines) {
      if (!checkpoint || checkpoint[chain].count === 0) continue
      const { count, hash } = checkpoint[chain]
      const now = hashes.get(count)
      if (now === hash) continue
      const fault =
        now === undefined
          ? `${word} ${count} was there at ${checkpoint.at} and is gone`
          : `${word} ${count} is not the one that was there at ${checkpoint.at}`
      faults.push({ of: 'checkpoint', sequence: line, fault })
    }
  }
  return { checkpoints: lines.length, faults }
}
