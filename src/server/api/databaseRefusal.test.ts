import { expect, test } from 'vitest'
import { databaseRefusal } from './databaseRefusal'

// SQLSTATE: PostgreSQL documentation, appendix A, “PostgreSQL Error Codes”. The words without a code are the driver's.
const failure = (code: string, message = 'x') => Object.assign(new Error(message), { code })
const told = (error: unknown) => {
  const { status, refusal } = databaseRefusal(error) ?? { status: 500, refusal: { reason: 'a fault of ours' } }
  return `${status} ${refusal.reason}`
}

test.each([
  ['ECONNREFUSED', '503 the database does not answer'],
  ['57P01', '503 the database does not answer'], // admin_shutdown
  ['55P03', '503 the server is busy'], // lock_not_available
  ['57014', '503 the server is busy'], // query_canceled, by statement_timeout
  ['40P01', '503 the server is busy'], // deadlock_detected
  ['53300', '503 the server is busy'], // too_many_connections
  ['53100', '507 the disk of the database is full'], // disk_full
  ['BY001', '409 it was sealed or abandoned in the meantime'],
  ['23514', '500 a fault of ours'], // check_violation
])('%s is told as “%s”', (code, words) => {
  expect(told(failure(code))).toBe(words)
})

test('all connections in use is busy; one that is lost is a database away', () => {
  expect(told(new Error('timeout exceeded when trying to connect'))).toBe('503 the server is busy')
  expect(told(new Error('Connection terminated unexpectedly'))).toBe('503 the database does not answer')
  // What was found by killing postmasters under load.
  const broken = new Error('Client has encountered a connection error and is not queryable')
  expect(told(broken)).toBe('503 the database does not answer')
  expect(told(new Error('Connection terminated due to connection timeout'))).toBe('503 the database does not answer')
})

test('what is no Error is no word of the database', () => {
  expect(databaseRefusal('57014')).toBeNull()
})
