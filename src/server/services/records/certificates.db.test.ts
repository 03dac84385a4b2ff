import { createHash } from 'node:crypto'
import pg from 'pg'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { pdfText } from '../../../../e2e/pdfText'
import { BEN, peopleAndReferences, sealedRunOn } from '../../../../tests/support/benchPlant'
import { type FreshDatabase, freshDatabase } from '../../../../tests/support/freshDatabase'
import { pool } from '../../database'
import { calculated, drawn, endPools } from '../../heavy/pools'
import { verifyAll } from '../proof/verifyAll'
import { certificateCopies, certificateOf, issuedCertificate } from './certificates'

let database: FreshDatabase
let sequence: number

beforeAll(async () => {
  database = await freshDatabase()
  await peopleAndReferences()
  ;({ sequence } = await sealedRunOn('C-1'))
})
afterAll(async () => {
  await endPools()
  await pool().end()
})

const later = (days: number) => new Date(Date.UTC(2027, 0, days))

test('a certificate is drawn once and given out again to the byte, under the hash of its file', async () => {
  const first = await certificateOf(sequence, later(1))
  expect(createHash('sha256').update(first.pdf).digest('hex')).toBe(first.sha256)
  const again = await certificateOf(sequence, later(700))
  expect(Buffer.compare(Buffer.from(again.pdf), Buffer.from(first.pdf))).toBe(0)
  expect(await certificateCopies(sequence)).toHaveLength(1)
})

test('asked for by several at once it is issued once', async () => {
  const all = await Promise.all(Array.from({ length: 6 }, () => certificateOf(sequence, later(2))))
  expect(new Set(all.map(({ sha256 }) => sha256)).size).toBe(1)
  expect(await certificateCopies(sequence)).toHaveLength(1)
})

test('a review makes a further issue; the first one stays to be had', async () => {
  const before = await certificateOf(sequence, later(3))
  await pool().query(
    `INSERT INTO review (id, sequence, record_hash, outcome, person_id, person_name, signed_at)
     SELECT gen_random_uuid(), sequence, hash, 'reviewed', $1, $2, now() FROM seal`,
    [BEN.id, BEN.name],
  )
  const after = await certificateOf(sequence, later(4))
  expect(after.sha256).not.toBe(before.sha256)
  expect((await pdfText(Buffer.from(after.pdf))).text).toContain(`${BEN.name}, who reviewed the record`)
  const kept = await issuedCertificate(sequence, before.sha256)
  expect((await pdfText(Buffer.from(kept.pdf))).text).toContain('nobody yet: not reviewed')
  await expect(issuedCertificate(sequence, 'f'.repeat(64))).rejects.toThrow('no issue of record')
})

test('what was kept cannot be changed; behind the triggers it is found by verifying', async () => {
  const owner = new pg.Client({ connectionString: database.ownerUrl, options: '-c TimeZone=UTC' })
  await owner.connect()
  await expect(owner.query('UPDATE kept_document SET kept_at = now()')).rejects.toThrow(/refused/)
  await owner.query('BEGIN')
  await owner.query('SET LOCAL session_replication_role = replica')
  await owner.query(`ALTER TABLE kept_document DROP CONSTRAINT kept_document_check`)
  await owner.query(`UPDATE kept_document SET content = content || '\\x0a'`)
  const { faults } = await verifyAll(owner, {})
  await owner.query('ROLLBACK')
  await owner.end()
  expect(faults.map(({ fault }) => fault)).toEqual([
    expect.stringMatching(/^kept_document \S+ says something else/),
    expect.stringMatching(/^kept_document \S+ says something else/),
  ])
})

test('work nobody waits for any more is given up', async () => {
  const gone = new AbortController()
  const task = { name: 'monte-carlo', input: MONTE_CARLO }
  const asked = calculated(task, { isSigned: true, signal: gone.signal })
  gone.abort()
  await expect(asked).rejects.toThrow(/abort/i)
  await expect(drawn('certificate', {} as never, AbortSignal.abort())).rejects.toThrow(/abort/i)
})

test('anybody unsigned has little of it: what takes long is given up in words', async () => {
  const long = { ...MONTE_CARLO, trials: { kind: 'fixed', count: 5_000_000 }, inputs: MANY }
  await expect(
    calculated({ name: 'monte-carlo', input: { ...long, model: SUM } }, { isSigned: false }),
  ).rejects.toThrow(/given up.*sign in/)
})

test('so many waiting, the next one is told that it is busy', async () => {
  const all = await Promise.allSettled(
    Array.from({ length: 40 }, () => calculated({ name: 'monte-carlo', input: MONTE_CARLO }, { isSigned: false })),
  )
  const refused = all.flatMap((one) => (one.status === 'rejected' ? [String(one.reason)] : []))
  expect(refused.length).toBeGreaterThan(0)
  for (const words of refused) expect(words).toMatch(/too many ask for the same at once|given up/)
  expect(all.filter(({ status }) => status === 'fulfilled').length).toBeGreaterThan(0)
})

const NAMES = Array.from({ length: 26 }, (_, index) => `x${index}`)
const SUM = NAMES.join('+')
const MANY = NAMES.map((name) => ({ name, distribution: { kind: 'normal', mean: 1, standardUncertainty: 0.1 } }))
const MONTE_CARLO = {
  model: 'a+b',
  unit: 'kPa',
  coverage: 0.95,
  trials: { kind: 'fixed', count: 20_000 },
  seed: 1,
  inputs: ['a', 'b'].map((name) => ({ name, distribution: { kind: 'normal', mean: 1, standardUncertainty: 0.1 } })),
}
