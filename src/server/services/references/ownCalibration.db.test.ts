import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, expect, test } from 'vitest'
import {
  ANNA,
  answerList,
  as,
  BENCH_PASSWORD,
  METER,
  nextReading,
  PUMP,
  peopleAndReferences,
  RITA,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { ownReference } from '../../../../tests/support/ownReference'
import { correctedValue } from '../../../core/reference/correctedValue'
import { withReading } from '../../../plans/runProgress'
import { workingReferencesOf } from '../../../plans/workingReferencesOf'
import type { WorkingPressureReference } from '../../../schema/world'
import { pool } from '../../database'
import { selectReference } from '../../sql/references/reference'
import { selectInstrument } from '../../sql/register/instrument'
import { reviewRecord } from '../records/reviewRecord'
import { instrumentPage, sealedRecordAt } from '../register/instrumentPage'
import { decide } from '../run/decide'
import { exchangeReference } from '../run/exchangeReference'
import { recordReading } from '../run/recordReading'
import { sealRun } from '../run/sealRun'
import { calibrateHere, certificateOfRecord } from './ownCalibration'
import { traceabilityOf } from './traceability'

/** A gauge of 0 … 100 kPa, ±0.5 %, to be calibrated with the pump. */
const LOWER: WorkingPressureReference = {
  ...PUMP,
  id: randomUUID(),
  code: 'L-1',
  ...{ rangeLow: 0, rangeHigh: 100, resolution: 0.01, laboratory: 'Outer metrology', accreditation: 'OM-1' },
  accuracy: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.5 }] },
}

beforeAll(async () => {
  await freshDatabase()
  process.env.BARYS_TIME_ZONE = 'UTC'
  await peopleAndReferences()
  await ownReference(pool(), LOWER)
})
afterAll(() => pool().end())

test('a reference is calibrated by a run against a higher one, and its points become its certificate', async () => {
  const { tag } = await calibrateHere(LOWER.id, { rangeId: LOWER.id }, as(ANNA))
  expect(await calibrateHere(LOWER.id, { rangeId: LOWER.id }, as(ANNA, 1))).toEqual({ tag: 'L-1' })
  const instrument = await selectInstrument(pool(), { tag })
  expect(instrument?.configuration).toMatchObject({ signal: 'display', lrv: 0, urv: 100, area: 'References' })
  // It is not offered to itself, nor taken.
  const { offers } = await instrumentPage(tag, as(ANNA).now)
  expect(offers.inputs.map(({ standard }) => standard.code)).not.toContain('L-1')
  const instrumentId = instrument?.id ?? ''
  const plan = {
    testPoints: [0, 50, 100],
    pointOrder: 'up-down' as const,
    cycles: 1,
    dwellSeconds: null,
    stabilityPercent: null,
  }
  await expect(
    runOnNewInstrument(tag, { instrumentId, inputReferenceId: LOWER.id, outputReferenceId: null, plan }),
  ).rejects.toThrow('L-1 is what is calibrated')
  const run = await runOnNewInstrument(tag, { instrumentId, outputReferenceId: null, plan })
  const itself = { id: randomUUID(), replaces: PUMP.id, standardId: LOWER.id, reason: 'at hand', unfitReason: null }
  await expect(exchangeReference(run.id, itself, as(ANNA, 2))).rejects.toThrow('L-1 is what is calibrated')
  // Rising and falling differ by 0.02 kPa at 50: shown 50.10 and 50.12 where there were 50.
  let current = run
  for (const [applied, output] of [
    ['0.00', '0.01'],
    ['50.00', '50.10'],
    ['100.00', '100.20'],
    ['50.00', '50.12'],
    ['0.00', '0.01'],
  ] as const) {
    const point = await recordReading(run.id, { ...nextReading(current, { applied, output }) }, as(ANNA, 5))
    current = withReading(current, point)
  }
  await answerList(await decide(run.id, { round: 0, decision: 'leave', reason: 'as it is' }, as(ANNA, 10)), 'restore')
  const { sequence } = await sealRun(run.id, { confirmed: true, remark: null }, as(ANNA, 11))
  const wanted = { id: randomUUID(), sequence, dueOn: '2027-11-20' }
  await expect(certificateOfRecord(LOWER.id, wanted, as(ANNA, 12))).rejects.toThrow(
    `record ${sequence} is not reviewed`,
  )
  const review = { outcome: 'reviewed' as const, remark: null, password: BENCH_PASSWORD }
  await reviewRecord(sequence, review, as(RITA, 13))
  await expect(certificateOfRecord(PUMP.id, wanted, as(ANNA, 14))).rejects.toThrow('is not of this reference')
  await expect(certificateOfRecord(LOWER.id, { ...wanted, dueOn: '2026-01-01' }, as(ANNA, 14))).rejects.toThrow(
    'is not after its calibration',
  )
  await certificateOfRecord(LOWER.id, wanted, as(ANNA, 15))
  await certificateOfRecord(LOWER.id, wanted, as(ANNA, 16)) // sent twice it is one
  const reference = await selectReference(pool(), { id: LOWER.id })
  expect(reference?.certificates).toHaveLength(2)
  const [newest] = reference?.certificates ?? []
  expect(newest).toMatchObject({
    recordSequence: sequence,
    laboratory: 'Bench laboratory',
    calibratedOn: '2026-11-20',
    dueOn: '2027-11-20',
  })
  const points = newest?.ranges[0]?.points ?? []
  expect(points.map(({ indicated, correction }) => [indicated, Number(correction.toFixed(9))])).toEqual([
    [0.01, -0.01],
    [50.11, -0.11], // the mean of 50.10 and 50.12
    [100.2, -0.2],
  ])
  // 2·u of the record at 50 % and half of the 0.02 they differ by (JCGM 100:2008, 7.2.3: U is stated with its own k).
  const { record } = await sealedRecordAt(sequence)
  const stated = record.results[0]?.points.filter(({ targetPercent }) => targetPercent === 50) ?? []
  const u = Math.max(...stated.map(({ budget }) => budget?.combinedStandardUncertainty ?? Number.NaN))
  expect(newest?.ranges[0]?.coverageFactor).toBe(2)
  expect(points[1]?.uncertainty).toBeCloseTo(2 * u + 0.01, 9)
  // From now on what it shows can be corrected by it, and the chain leads through our own record.
  const [standard] = reference
    ? workingReferencesOf(
        {
          ...reference,
          facts: {
            ...reference.facts,
            ranges: reference.facts.ranges.map((range) => ({ ...range, knownBy: 'corrected' as const })),
          },
        },
        '2026-12-01',
      )
    : []
  expect(standard?.certificateRecord).toBe(sequence)
  expect(correctedValue(50.11, 'kPa', standard ?? null)).toBeCloseTo(50, 9)
  const below = {
    ...record,
    sequence: 99,
    world: { ...record.world, inputReference: standard as WorkingPressureReference },
  }
  const trace = await traceabilityOf(below)
  expect(trace.links[0]).toMatchObject({ code: 'L-1', by: { kind: 'record', sequence }, above: [{ code: 'T-P' }] })
})

test('what is no pressure is calibrated by a laboratory, and it says so', async () => {
  await expect(calibrateHere(METER.id, { rangeId: METER.id }, as(ANNA))).rejects.toThrow('measures no pressure there')
  await expect(calibrateHere(METER.id, { rangeId: randomUUID() }, as(ANNA))).rejects.toThrow('there is no such range')
})
