import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { freePort } from '../scripts/setup/cluster'
import { startServer } from '../scripts/setup/server'
import { PLANTS, plants } from '../tests/runner/plants'

/** Starts the built application once for each plant; the returned function stops them. */
export default async function globalSetup(): Promise<() => Promise<void>> {
  const running = await Promise.all(plants().map(async (plant) => ({ plant, ...(await serverOf(plant.DATABASE_URL)) })))
  process.env[PLANTS] = JSON.stringify(
    running.map(({ plant, server }) => ({ ...plant, BARYS_ADDRESS: server.address })),
  )
  return async () => {
    for (const { server, proof } of running) {
      await server.stop()
      rmSync(proof, { recursive: true, force: true })
    }
  }
}

async function serverOf(databaseUrl: string) {
  const proof = mkdtempSync(join(tmpdir(), 'barys-proof-'))
  const distFolder = process.env.BARYS_DIST ?? '.next-test'
  const server = await startServer({ port: await freePort(), databaseUrl, distFolder, env: { BARYS_PROOF: proof } })
  return { server, proof }
}
