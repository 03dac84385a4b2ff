import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { inOneTransaction } from '../demo/oneTransaction'
import { buildIfStale } from '../setup/build'
import { type Cluster, startCluster } from '../setup/cluster'
import { ensureDatabase, migrate } from '../setup/database'
import { type Server, startServer } from '../setup/server'

const DIST = '.next'

/** The demo's plant in a folder of its own (under TMPDIR), for a campaign; written to the disk as in earnest. */
export type Plant = {
  readonly folder: string
  readonly cluster: Cluster
  readonly start: (port: number, env?: Record<string, string>) => Promise<Server>
  readonly end: () => void
}

export async function campaignPlant(): Promise<Plant> {
  const folder = mkdtempSync(join(tmpdir(), 'barys-campaign-'))
  chmodSync(folder, 0o755)
  const cluster = await startCluster(folder)
  await ensureDatabase(cluster)
  await migrate(cluster.ownerUrl, cluster.applicationRole)
  process.env.DATABASE_URL = cluster.ownerUrl
  const { loadDemo } = await import('../demo/load')
  await inOneTransaction(cluster.ownerUrl, () => loadDemo(new Date()))
  await buildIfStale(DIST)
  return {
    folder,
    cluster,
    start: (port, env = {}) =>
      startServer({
        ...{ port, databaseUrl: cluster.applicationUrl, distFolder: DIST },
        env: { BARYS_PROOF: join(folder, 'proof'), ...env },
      }),
    end: () => {
      cluster.stop()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

/** What verifying says of the plant, its checkpoints included. */
export async function verifiedPlant({ cluster, folder }: Plant) {
  process.env.DATABASE_URL = cluster.applicationUrl
  const { pool } = await import('../../src/server/database')
  const { verifyAll } = await import('../../src/server/services/proof/verifyAll')
  const publicKey = readFileSync(join(folder, 'proof', 'proof-key.pub'), 'utf8').trim()
  const report = await verifyAll(pool(), {
    checkpoints: { file: join(folder, 'proof', 'checkpoints.jsonl'), publicKey },
  })
  await pool().end()
  return report
}
