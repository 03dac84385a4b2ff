import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { freePort } from '../scripts/setup/cluster'
import { startServer } from '../scripts/setup/server'

/** Starts the built application once for all files; the returned function stops it. */
export default async function globalSetup(): Promise<() => Promise<void>> {
  const databaseUrl = process.env.DATABASE_URL
  if (!databaseUrl) throw new Error('run the end-to-end tests with npm run test:e2e, which makes their database')
  const proof = mkdtempSync(join(tmpdir(), 'barys-proof-'))
  const server = await startServer({
    port: await freePort(),
    databaseUrl,
    distFolder: process.env.BARYS_DIST ?? '.next-test',
    env: { BARYS_PROOF: proof },
  })
  process.env.BARYS_ADDRESS = server.address
  return async () => {
    await server.stop()
    rmSync(proof, { recursive: true, force: true })
  }
}
