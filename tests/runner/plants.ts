import type { Cluster } from '../../scripts/setup/cluster'

/** What a browser test finds its plant by: databases of its own, and a server once it runs. */
export type Plant = {
  readonly DATABASE_URL: string
  readonly BARYS_TEST_OWNER_URL: string
  readonly BARYS_TEST_APPLICATION_URL: string
  readonly BARYS_ADDRESS?: string
}

/** Name of the variable by which the runner hands the plants to Playwright's processes, as JSON. */
export const PLANTS = 'BARYS_TEST_PLANTS'

/** Tests start devices of their own, at whatever ports are free. */
export const ANY_LOCAL_PORT = { BARYS_LOCAL_PORTS: '1-65535' }

export const plantOf = ({ ownerUrl, applicationUrl }: Pick<Cluster, 'ownerUrl' | 'applicationUrl'>): Plant => ({
  DATABASE_URL: applicationUrl,
  BARYS_TEST_OWNER_URL: ownerUrl,
  BARYS_TEST_APPLICATION_URL: applicationUrl,
})

/** The plants there are. @throws outside the runner, which makes them */
export function plants(): Plant[] {
  const told = process.env[PLANTS]
  if (!told) throw new Error('run the end-to-end tests with npm run test:e2e, which makes their databases')
  return JSON.parse(told) // as the runner or the global set-up wrote it
}
