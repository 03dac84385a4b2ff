import { existsSync, readFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { restore } from './setup/backup'
import { startCluster } from './setup/cluster'
import { ROOT } from './setup/root'
import { takeStart, tokenOf } from './setup/startLock.mjs'
import { runConductor, StepFailure } from './setup/steps'

const HELP = `npm run restore -- --from FOLDER
  --from FOLDER   the folder that npm run backup printed
  --help          this text
Reads it into BARYS_HOME (default .barys), which must hold no plant yet, and verifies it there. Then: npm start.`

/** `npm run restore`: a backup becomes the plant of an empty folder, once it has proved whole. */
await runConductor(async () => {
  const { values } = parseArgs({ options: { from: { type: 'string' }, help: { type: 'boolean' } } })
  if (values.help || values.from === undefined) {
    console.log(HELP)
    return
  }
  if (process.env.DATABASE_URL)
    throw new StepFailure(
      'restore',
      'DATABASE_URL names a database of yours',
      'Use pg_restore on it yourself, then npm run verify with the checkpoints of the backup.',
    )
  const home = process.env.BARYS_HOME ?? join(ROOT, '.barys')
  const holder = await takeStart(tokenOf(home), { pid: process.pid, doing: 'restoring a backup', address: null })
  if (holder) throw new StepFailure('restore', `Barys runs from ${home} (${holder.doing})`, 'Stop it first.')
  const from = resolve(values.from)
  const cluster = await startCluster(home)
  try {
    await restore(from, {
      cluster,
      proof: process.env.BARYS_PROOF ?? join(home, 'proof'),
      verify: (url) => verified(url, from),
    })
    console.log('Restored and verified. Start it with npm start.')
  } finally {
    cluster.stop()
  }
})

async function verified(url: string, from: string): Promise<string[]> {
  process.env.DATABASE_URL = url
  const { pool } = await import('../src/server/database')
  const { verifyAll } = await import('../src/server/services/proof/verifyAll')
  const [file, keyFile] = [join(from, 'checkpoints.jsonl'), join(from, 'proof-key.pub')]
  const publicKey = existsSync(keyFile) ? readFileSync(keyFile, 'utf8').trim() : null
  const report = await verifyAll(pool(), existsSync(file) ? { checkpoints: { file, publicKey } } : {})
  await pool().end()
  console.log(`· restore: ${report.records} records, ${report.acts} acts, ${report.checkpoints} checkpoints`)
  return report.faults.map(({ of, sequence, fault }) => `${of} ${sequence}: ${fault}`)
}
