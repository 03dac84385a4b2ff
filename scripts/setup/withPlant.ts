import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { startCluster } from './cluster'
import { ROOT } from './root'
import { StepFailure } from './steps'

/** Where a command finds the plant it is about. */
export type Plant = { readonly home: string; readonly proof: string; readonly ownerUrl: string }

/** PostgreSQL: there is no database of this name. */
const NO_DATABASE = '3D000'

const noPlant = (home: string) =>
  new StepFailure('database', `${home} holds no plant yet`, 'Start Barys there first, or set BARYS_HOME.')

/**
 * Does work on the plant of this folder, or on that of DATABASE_URL. Its database is started for that where it does not
 * run, and stopped again, however the work ends.
 *
 * @throws {StepFailure} where the folder holds no plant yet
 */
export async function withPlant<T>(work: (plant: Plant) => Promise<T>): Promise<T> {
  const home = process.env.BARYS_HOME ?? join(ROOT, '.barys')
  const given = process.env.DATABASE_URL
  if (!given && !existsSync(join(home, 'cluster.json'))) throw noPlant(home)
  const cluster = given ? undefined : await startCluster(home)
  process.env.DATABASE_URL ??= cluster?.applicationUrl
  const { pool } = await import('../../src/server/database')
  try {
    return await work({
      home,
      proof: process.env.BARYS_PROOF ?? join(home, 'proof'),
      ownerUrl: process.env.DATABASE_OWNER_URL ?? given ?? cluster?.ownerUrl ?? '',
    })
  } catch (error) {
    if (error instanceof Error && 'code' in error && error.code === NO_DATABASE) throw noPlant(home)
    throw error
  } finally {
    await pool().end()
    if (!(cluster?.wasRunning ?? true)) cluster?.stop()
  }
}
