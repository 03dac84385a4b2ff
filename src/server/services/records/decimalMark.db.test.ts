import { randomUUID } from 'node:crypto'
import { afterAll, afterEach, beforeAll, expect, test } from 'vitest'
import { decimalMark, showDecimalMark } from '@/core/format/decimalMark'
import { SiteForm } from '@/schema/site'
import { pdfText } from '../../../../e2e/pdfText'
import {
  ANNA,
  answerList,
  as,
  PUMP,
  peopleAndReferences,
  readRound,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { ownReference } from '../../../../tests/support/ownReference'
import { pool } from '../../database'
import { setSite, showAsTheSiteDoes } from '../people/site'
import { verifyAll } from '../proof/verifyAll'
import { decide } from '../run/decide'
import { sealRun } from '../run/sealRun'
import { certificateOf } from './certificates'

beforeAll(async () => {
  await freshDatabase()
  await peopleAndReferences()
})
afterEach(() => showDecimalMark('.'))
afterAll(() => pool().end())

const ADMINISTRATOR = { ...ANNA, isAdministrator: true }
const SITE = { name: 'Bench laboratory', address: 'Test Lane 1' }

test('where a site writes a comma its records keep points, verify, and their certificates show commas', async () => {
  await setSite(SiteForm.parse({ ...SITE, decimalMark: ',', conditionUnits: 'us' }), as(ADMINISTRATOR, 1))
  expect(decimalMark()).toBe(',')
  // Its budget tells in words how long ago it was calibrated.
  const drifting = { ...PUMP, id: randomUUID(), code: 'T-D', driftPerYear: PUMP.accuracy }
  await ownReference(pool(), drifting)
  const run = await readRound(await runOnNewInstrument('C-1', { inputReferenceId: drifting.id }))
  await answerList(await decide(run.id, { round: 0, decision: 'leave', reason: null }, as(ANNA, 10)), 'restore')
  const { sequence } = await sealRun(run.id, { confirmed: true, remark: null }, as(ANNA, 11))
  const { rows } = await pool().query('SELECT record FROM seal WHERE sequence = $1', [sequence])
  const { assumptions } = JSON.parse(rows[0].record)
  expect(assumptions.join()).toContain('at 21.5 °C')
  expect(rows[0].record).toMatch(/register, \d\.\d\d years since/)
  expect(rows[0].record).not.toMatch(/\d,\d+ (°C|years|K|%)/)
  showDecimalMark('.') // a process that has not heard of the change yet
  const { text } = await pdfText(Buffer.from((await certificateOf(sequence, new Date())).pdf))
  expect(text).toContain('at 21,5 °C')
  expect(text).toMatch(/register, \d,\d\d years/)
  // 21.5 °C is 70.7 °F; one decimal less is shown than is kept.
  expect(text).toContain('ambient 71 °F (21,5 °C)')
  expect(text).toContain('4,000') // the reading at 0 %
  expect(text).not.toContain('4.000')
  // Whatever this process shows, and what one that shows points says of it.
  expect((await verifyAll(pool(), {})).faults).toEqual([])
  showDecimalMark('.')
  expect((await verifyAll(pool(), {})).faults).toEqual([])
})

test('a process shows what the site says, and points again where it says so; an issue of before stays what it was', async () => {
  const withComma = await certificateOf(1, new Date())
  await setSite(SiteForm.parse(SITE), as(ADMINISTRATOR, 2))
  showDecimalMark(',')
  await showAsTheSiteDoes()
  expect(decimalMark()).toBe('.')
  const withPoint = await certificateOf(1, new Date())
  expect(withPoint.sha256).not.toBe(withComma.sha256)
  expect((await pdfText(Buffer.from(withPoint.pdf))).text).toContain('ambient 21.5 °C')
  await setSite(SiteForm.parse({ ...SITE, decimalMark: ',', conditionUnits: 'us' }), as(ADMINISTRATOR, 3))
  expect((await certificateOf(1, new Date())).sha256).toBe(withComma.sha256)
})
