import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { runConductor, StepFailure } from './setup/steps'
import { withPlant } from './setup/withPlant'

const HELP = `npm run verify -- [options]
  --checkpoints FILE   hold the chains against these signed checkpoints (default: those kept beside the cluster)
  --key FILE           public key the checkpoints must be signed with (default: the one kept beside the cluster)
  --expect HASH        a hash that must be in the chain, as a certificate gives it
  --help               this text
Ends with 1 when anything is wrong.`

/** `npm run verify`: verifies records, findings and acts, against themselves and against what was kept outside. */
await runConductor(async () => {
  const { values } = parseArgs({
    options: {
      checkpoints: { type: 'string' },
      key: { type: 'string' },
      expect: { type: 'string' },
      help: { type: 'boolean' },
    },
  })
  if (values.help) {
    console.log(HELP)
    return
  }
  const report = await withPlant(async ({ proof }) => {
    const anchors = anchorsOf(proof, values)
    const { pool } = await import('../src/server/database')
    const { verifyAll } = await import('../src/server/services/proof/verifyAll')
    return verifyAll(pool(), anchors)
  })
  for (const { of, sequence, fault } of report.faults) console.error(`✕ ${of} ${sequence}: ${fault}`)
  const { records, findings, acts, checkpoints, timeStamps, lastTimeStamp, lastHash, lastActHash, faults } = report
  console.log(
    `${records} records, ${findings} findings, ${acts} acts, ${checkpoints} checkpoints, ${timeStamps} time ${timeStamps === 1 ? 'stamp' : 'stamps'}`,
  )
  if (lastTimeStamp)
    console.log(`checkpoint ${lastTimeStamp.checkpoint} stamped ${lastTimeStamp.at} by ${lastTimeStamp.by}`)
  console.log(
    faults.length === 0
      ? `everything agrees; last record ${lastHash}, last act ${lastActHash}`
      : `${faults.length} ${faults.length === 1 ? 'fault' : 'faults'}`,
  )
  process.exitCode = faults.length === 0 ? 0 : 1
})

function anchorsOf(folder: string, given: { checkpoints?: string; key?: string; expect?: string }) {
  if (given.expect !== undefined && !/^[0-9a-f]{64}$/.test(given.expect))
    throw new StepFailure('expect', `“${given.expect}” is no hash`, 'Give the 64 hexadecimal digits of a certificate.')
  const own = join(folder, 'checkpoints.jsonl')
  const file = given.checkpoints ?? (existsSync(own) ? own : undefined)
  const ownKey = join(folder, 'proof-key.pub')
  const keyFile = given.key ?? (existsSync(ownKey) ? ownKey : undefined)
  for (const wanted of [given.checkpoints, given.key])
    if (wanted !== undefined && !existsSync(wanted))
      throw new StepFailure('verify', `${wanted} is not there`, 'Give the path of a file that is.')
  const publicKey = keyFile === undefined ? null : readFileSync(keyFile, 'utf8').trim()
  return { expected: given.expect, checkpoints: file === undefined ? undefined : { file, publicKey } }
}
