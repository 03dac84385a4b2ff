import { afterEach, beforeEach, expect, test, vi } from 'vitest'

const DATABASE_URL = 'postgresql://barys@127.0.0.1:5432/barys'
beforeEach(() => vi.resetModules())
afterEach(() => vi.unstubAllEnvs())

/** Reads the settings afresh, as a new process would. */
async function settings(env: Record<string, string>) {
  for (const [name, value] of Object.entries(env)) vi.stubEnv(name, value)
  return (await import('./environment')).environment()
}

test('a site that sets nothing gets this machine’s zone, and no name is made up for it', async () => {
  expect(await settings({ DATABASE_URL })).toMatchObject({
    BARYS_TIME_ZONE: Intl.DateTimeFormat().resolvedOptions().timeZone,
  })
})
test('a zone of the IANA database is taken, a made-up one refused with an example', async () => {
  expect(await settings({ DATABASE_URL, BARYS_TIME_ZONE: 'America/Denver' })).toMatchObject({
    BARYS_TIME_ZONE: 'America/Denver',
  })
  vi.resetModules()
  await expect(settings({ DATABASE_URL, BARYS_TIME_ZONE: 'Tarn/Hollow' })).rejects.toThrow('give e.g. Europe/Prague')
})
test('without a database it says how to start', async () => {
  await expect(settings({ DATABASE_URL: 'nowhere' })).rejects.toThrow('start Barys with npm start')
})
