import { join } from 'node:path'
import { startCluster } from './setup/cluster'
import { ROOT } from './setup/root'
import { runConductor } from './setup/steps'

/** `npm run verify`: verifies the whole chain of sealed records; exits with 1 when anything is wrong. */
await runConductor(async () => {
  const cluster = process.env.DATABASE_URL
    ? undefined
    : await startCluster(process.env.BARYS_HOME ?? join(ROOT, '.barys'))
  const wasRunning = cluster?.wasRunning ?? true
  process.env.DATABASE_URL ??= cluster?.applicationUrl
  const { pool } = await import('../src/server/database')
  const { verifyChain } = await import('../src/server/services/verifyChain')
  const { records, findings, lastHash, faults } = await verifyChain(pool())
  await pool().end()
  if (!wasRunning) cluster?.stop()
  for (const { of, sequence, fault } of faults) console.error(`✕ ${of} ${sequence}: ${fault}`)
  console.log(
    faults.length === 0
      ? `${records} records${findings > 0 ? ` and ${findings} findings` : ''}, chain whole, last hash ${lastHash}`
      : `${faults.length} faults in ${records} records`,
  )
  process.exitCode = faults.length === 0 ? 0 : 1
})
