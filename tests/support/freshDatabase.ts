import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { migrate, withClient } from '../../scripts/setup/database'

/** A database of its own for one test file, in the cluster tests/runTests.ts has made. */
export type FreshDatabase = { readonly ownerUrl: string; readonly applicationUrl: string }

/** Makes a database in which nothing is yet, not even a table. */
export const emptyDatabase = (): Promise<FreshDatabase> => newDatabase('')

/**
 * Makes a migrated database without data and points DATABASE_URL at it, as the application's login: a copy of the
 * runner's template, or migrated here where there is none.
 */
export async function freshDatabase(): Promise<FreshDatabase> {
  const template = process.env.BARYS_TEST_TEMPLATE
  const database = await newDatabase(template ? `TEMPLATE ${pg.escapeIdentifier(template)}` : '')
  if (!template) await migrate(database.ownerUrl, required('BARYS_TEST_APPLICATION_ROLE'))
  process.env.DATABASE_URL = database.applicationUrl
  return database
}

async function newDatabase(madeFrom: string): Promise<FreshDatabase> {
  const owner = required('BARYS_TEST_OWNER_URL')
  const name = `test_${randomUUID().replaceAll('-', '')}`
  await withClient(owner, (db) => db.query(`CREATE DATABASE ${pg.escapeIdentifier(name)} ${madeFrom}`))
  const at = (url: string) => Object.assign(new URL(url), { pathname: `/${name}` }).href
  return { ownerUrl: at(owner), applicationUrl: at(required('BARYS_TEST_APPLICATION_URL')) }
}

function required(name: string): string {
  const value = process.env[name]
  if (!value) throw new Error(`${name} is not set: run these tests with npm run test:db`)
  return value
}
