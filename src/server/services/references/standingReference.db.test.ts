import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { pdfText } from '../../../../e2e/pdfText'
import {
  ANNA,
  answerList,
  as,
  nextReading,
  PUMP,
  peopleAndReferences,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { runState } from '../../../core/run/runState'
import { referenceFormOf } from '../../../plans/referenceFacts'
import { CertificateForm, ReferenceForm } from '../../../schema/referenceForm'
import { Amending } from '../../../schema/review'
import { pool } from '../../database'
import { certificatePdf } from '../../documents/certificate'
import { selectReference } from '../../sql/references/reference'
import { verifyChain } from '../proof/verifyChain'
import { amendRecord } from '../records/amendRecord'
import { sealedRecordAt } from '../register/instrumentPage'
import { chooseCorrection } from '../run/chooseCorrection'
import { decide } from '../run/decide'
import { exchangeReference } from '../run/exchangeReference'
import { loadRun } from '../run/loadRun'
import { recordReading } from '../run/recordReading'
import { sealRun } from '../run/sealRun'
import { changeReference, enterCertificate, registerReference } from './references'
import { traceabilityOf } from './traceability'

const PISTON = {
  area: 4.032,
  mass: 0.8,
  massDensity: 7920,
  referenceCelsius: 20,
  areaExpansion: 16.6,
  distortion: 0,
  surfaceTension: 0,
}
const form = (code: string, deviceKind: string, range: object) =>
  ReferenceForm.parse({
    ...{ code, deviceKind, description: 'test', maker: '', model: '', serialNumber: '', location: '' },
    ...{ media: { 'dry-gas': false, air: false, water: false, oil: false }, warmUpMinutes: null },
    ...{ runsOnBattery: false, channels: 1 },
    ranges: [
      {
        ...{ mark: '', serialNumber: '', overRange: null, accuracyCombine: 'sum', knownBy: 'accuracy' },
        ...{ driftFrom: 'declared', driftPerYear: [], temperature: null, gravity: 9.8122 },
        ...range,
      },
    ],
  })
const BALANCE = form('T-W', 'dead-weight', {
  measures: { kind: 'pressure', pressureKind: 'gauge', unit: 'kPa' },
  ...{
    rangeLow: 0,
    rangeHigh: 300,
    resolution: 0.001,
    accuracy: [{ of: 'percentReading', value: 0.01 }],
    piston: PISTON,
  },
})
const COLUMN = form('T-U', 'manometer', {
  measures: { kind: 'pressure', pressureKind: 'gauge', unit: 'mmH2O@20C' },
  ...{ rangeLow: -20, rangeHigh: 12000, resolution: 1, accuracy: [{ of: 'percentSpan', value: 0.01 }] },
})

const idOf: Record<string, string> = {}
async function own(reference: typeof BALANCE) {
  const id = randomUUID()
  await registerReference({ id, reference }, as(ANNA))
  const certificate = CertificateForm.parse({
    ...{ number: `C ${reference.code}`, laboratory: 'Bench metrology', accreditation: 'BM-4' },
    ...{ calibratedOn: '2026-05-04', dueOn: '2027-05-04' },
    ranges: [{ mark: '', coverageFactor: 2, uncertainty: [], points: [], found: [] }],
  })
  const sent = { id: randomUUID(), certificate, supersedes: null, reason: null }
  await enterCertificate(id, sent, as(ANNA))
  idOf[reference.code] = (await selectReference(pool(), { id }))?.facts.ranges[0]?.id ?? ''
}

beforeAll(async () => {
  await freshDatabase()
  process.env.BARYS_TIME_ZONE = 'UTC'
  await peopleAndReferences()
  await own(BALANCE)
  await own(COLUMN)
})
afterAll(() => pool().end())

const AT = { ambientCelsius: '23.5', relativeHumidityPercent: '50', barometricHPa: '1000' }
const begun = (tag: string, code: string, change: object = {}) =>
  runOnNewInstrument(tag, { inputReferenceId: idOf[code] ?? '', environment: AT, ...change })
/** By hand, without a line of what is tested: 23.5 °C, air by the gas law with half its vapour; kPa. */
function kPaOf(masses: number): number {
  const vapour = 0.5 * 28.98 // hPa of saturated vapour at 23.5 °C, from memory
  const air = ((1000 - 0.378 * vapour) * 100) / (287.05 * (273.15 + 23.5))
  return ((masses + 0.8) * (1 - air / 7920) * 9.8122) / (4.032e-4 * (1 + 16.6e-6 * 3.5)) / 1000
}
const reading = (stepId: string, change: object) => ({
  ...{ id: randomUUID(), stepId, applied: '0', output: '4.000' },
  ...{ heldSeconds: null, supersedes: null, reason: null },
  ...change,
})

test('what was registered comes back as it was entered, a piston in the units of its certificate', async () => {
  for (const entered of [BALANCE, COLUMN]) {
    const stored = await selectReference(pool(), { code: entered.code })
    expect(stored && referenceFormOf(stored)).toEqual(entered)
  }
  const without = ReferenceForm.safeParse({
    ...BALANCE,
    ranges: BALANCE.ranges.map((range) => ({ ...range, gravity: null })),
  })
  expect(without.error?.issues[0]).toMatchObject({ path: ['ranges', 0, 'gravity'] })
})

describe('a dead-weight tester, read by the masses on its piston', () => {
  test('no run begins without the temperature beside it', async () => {
    await expect(begun('W-0', 'T-W', { environment: { ...AT, ambientCelsius: null } })).rejects.toThrow(
      'the pressure of T-W is computed from it',
    )
  })
  test('the pressure is that of masses, gravity, air and temperature; any other is refused', async () => {
    const run = await begun('W-1', 'T-W')
    // 0 … 100 kPa: the piston alone is 19.5 kPa, so that it is vented at the lowest point.
    const vented = reading(nextReading(run).stepId, { massesKg: '0' })
    await expect(recordReading(run.id, vented, as(ANNA, 1))).rejects.toThrow('is not read at this point')
    await recordReading(run.id, reading(nextReading(run).stepId, {}), as(ANNA, 1))
    const { stepId } = nextReading(await loadRun(pool(), run.id))
    const by = (change: object) => recordReading(run.id, reading(stepId, change), as(ANNA, 1))
    const text = kPaOf(1.25).toFixed(4)
    await expect(by({ applied: text })).rejects.toThrow('T-W is read by the masses on its piston')
    await expect(by({ applied: '50.0000', massesKg: '1.2500' })).rejects.toThrow('1.2500 kg on the piston of T-W is')
    const told = await by({ applied: '50.0000', massesKg: '1.2500' }).catch((error: Error) => error.message)
    const [, computed = ''] = /is ([\d.]+)/.exec(String(told)) ?? []
    expect(Number(computed) / kPaOf(1.25)).toBeCloseTo(1, 5)
    const stored = await by({ applied: computed, massesKg: '1.2500', output: '12.000' })
    expect(stored.reading).toMatchObject({ massesKg: '1.2500', applied: computed })
    expect(stored.point.applied).toBeCloseTo(Number(computed), 9)
    // A kelvin of 16.6 parts in a million.
    const warmth = stored.point.budget?.lines.find(({ name }) => name === 'temperature of the piston of T-W')
    expect((warmth?.value ?? 0) / (Number(computed) * 16.6e-6)).toBeCloseTo(1, 6)
    expect((await loadRun(pool(), run.id)).rounds[0]?.steps[1]?.readings[0]).toMatchObject({ massesKg: '1.2500' })
  })
  test('exchanged for an indicator, the next point asks for no masses', async () => {
    const run = await begun('W-2', 'T-W')
    const other = { id: randomUUID(), replaces: idOf['T-W'] ?? '', standardId: PUMP.id, reason: 'oil leaks' }
    await recordReading(run.id, reading(nextReading(run).stepId, {}), as(ANNA, 1))
    const after = await exchangeReference(run.id, other, as(ANNA, 1))
    const { stepId } = nextReading(after)
    const masses = reading(stepId, { applied: '50.00', massesKg: '1.2' })
    await expect(recordReading(run.id, masses, as(ANNA, 2))).rejects.toThrow('is not read at this point')
    await recordReading(run.id, reading(stepId, { applied: '50.00', output: '12.000' }), as(ANNA, 2))
  })
})

describe('a liquid column, weighed where it stands', () => {
  // Water 998.2071 kg/m³ on the scale and 997.0470 at 25 °C (Tanaka 2001, from memory); conventional gravity.
  const factor = (997.047 / 998.2071) * (9.8122 / 9.80665)
  const read = async (id: string) => {
    for (const [applied, output] of [
      ['0', '4.000'],
      ['5100', '12.000'],
      ['10200', '20.000'],
    ] as const) {
      const { stepId } = nextReading(await loadRun(pool(), id))
      await recordReading(id, reading(stepId, { applied, output }), as(ANNA, 2))
    }
  }
  const appliedOf = async (id: string) =>
    runState(await loadRun(pool(), id)).rounds[0]?.points.map(({ applied }) => applied) ?? []
  test('what it shows stays, what was applied is by hand’s arithmetic; left and made again until the seal', async () => {
    const { id } = await begun('U-1', 'T-U', { inputUnit: 'mmH2O@20C', environment: { ...AT, ambientCelsius: '25' } })
    await read(id)
    const kPa = (5100 * 998.2071 * 9.80665) / 1e6
    expect(((await appliedOf(id))[1] ?? 0) / (kPa * factor)).toBeCloseTo(1, 6)
    const choice = { id: randomUUID(), referenceId: idOf['T-U'] ?? '', isApplied: false, reason: 'corrected on paper' }
    await chooseCorrection(id, choice, as(ANNA, 4))
    expect(((await appliedOf(id))[1] ?? 0) / kPa).toBeCloseTo(1, 6)
    // Not weighed, the temperature of its water counts.
    const names = async () => {
      const { rounds } = runState(await loadRun(pool(), id))
      return rounds[0]?.points[1]?.budget?.lines.map(({ name }) => name) ?? []
    }
    expect(await names()).toContain('liquid of T-U at 25 °C')
    await chooseCorrection(id, { ...choice, id: randomUUID(), isApplied: true }, as(ANNA, 5))
    expect(await names()).not.toContain('liquid of T-U at 25 °C')
  })
  test('without the temperature it is weighed for gravity alone', async () => {
    const { world } = await begun('U-2', 'T-U', {
      inputUnit: 'mmH2O@20C',
      environment: { ...AT, ambientCelsius: null },
    })
    expect(world.inputReference.column).toMatchObject({ celsius: null, isApplied: true })
    expect(world.inputReference.column?.factor).toBeCloseTo(9.8122 / 9.80665, 12)
  })
})

test('sealed: the certificate has the masses and everything to work it out again; the chain holds; amended it stays', async () => {
  const run = await begun('W-3', 'T-W')
  await recordReading(run.id, reading(nextReading(run).stepId, {}), as(ANNA, 2))
  for (const masses of ['1.2000', '3.3000']) {
    const { stepId } = nextReading(await loadRun(pool(), run.id))
    const attempt = (applied: string) =>
      recordReading(run.id, reading(stepId, { applied, massesKg: masses, output: '9.000' }), as(ANNA, 3))
    const told = await attempt('1').catch((error: Error) => error.message)
    const [, computed = ''] = /is ([\d.]+)/.exec(String(told)) ?? []
    await attempt(computed)
  }
  const decided = await decide(run.id, { round: 0, decision: 'leave', reason: 'as it is' }, as(ANNA, 10))
  await answerList(decided, 'restore')
  const { sequence } = await sealRun(run.id, { confirmed: true, remark: 'goes back to the maker' }, as(ANNA, 11))
  const { seal, record } = await sealedRecordAt(sequence)
  const standing = { reviews: [], supersededBy: null, printedAt: record.signature.signedAt }
  const trace = await traceabilityOf(record)
  const { text } = await pdfText(
    await certificatePdf({ record, hash: seal.hash, timeZone: 'UTC', paper: 'a4', standing, trace, proofKey: null }),
  )
  expect(text).toContain('Applied computed from the masses on the piston, without it')
  expect(text).toContain('1.2000 kg')
  expect(text).toContain('g = 9.8122 m/s²')
  expect(text).not.toContain('not corrected for local gravity')
  expect((await verifyChain(pool())).faults).toEqual([])
  // What is known of the reference changes: the record keeps the piston it was worked out with.
  const known = await selectReference(pool(), { code: 'T-W' })
  if (!known) throw new Error('it is registered')
  const reference = { ...BALANCE, ranges: BALANCE.ranges.map((range) => ({ ...range, gravity: 9.81 })) }
  await changeReference(known.id, { basedOnVersion: known.version, reference, reason: 'moved' }, as(ANNA, 12))
  const amendment = randomUUID()
  await amendRecord(sequence, Amending.parse({ id: amendment, reason: 'serial number' }), as(ANNA, 90))
  const { world, rounds } = await loadRun(pool(), amendment)
  expect(world.inputReference.piston?.gravityMPerS2).toBe(9.8122)
  expect(rounds[0]?.steps.map(({ readings }) => readings.at(-1)?.massesKg)).toEqual([undefined, '1.2000', '3.3000'])
})
