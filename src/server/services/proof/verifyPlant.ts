import { existsSync } from 'node:fs'
import type { VerifyLine } from '@/schema/verification'
import { pool } from '../../database'
import { environment } from '../../environment'
import { verified } from '../../heavy/pools'
import { checkpointsOf } from '../../proof/checkpointFile'
import { selectHeads } from '../../sql/proof/heads'
import { publicProofKey } from './checkpoints'
import type { Anchors } from './verifyAll'

/** So many faults are named; more of them say nothing new. */
const MOST_FAULTS = 200

/**
 * Verifies this plant, its checkpoints included, for somebody at a browser.
 *
 * @param expected a hash that has to be in the chain
 * @throws {Busy} while another verification runs
 */
export async function verifyPlant(
  expected: string | undefined,
  { tell, signal }: { readonly tell: (line: VerifyLine) => void; readonly signal: AbortSignal },
): Promise<void> {
  const begun = Date.now()
  const heads = await selectHeads(pool())
  const all = { records: heads.records.count, acts: heads.acts.count }
  const report = await verified(anchorsOf(expected), {
    tell: ({ of, done }) => tell({ kind: 'progress', of, done, all: all[of] }),
    signal,
  })
  const faults = report.faults.slice(0, MOST_FAULTS)
  const seconds = Math.round((Date.now() - begun) / 100) / 10
  tell({ kind: 'done', ...report, seconds, faultCount: report.faults.length, faults })
}

function anchorsOf(expected: string | undefined): Anchors {
  const folder = environment().BARYS_PROOF
  const file = folder === undefined ? undefined : checkpointsOf(folder)
  const publicKey = publicProofKey()?.publicKey ?? null
  return { expected, checkpoints: file !== undefined && existsSync(file) ? { file, publicKey } : undefined }
}
