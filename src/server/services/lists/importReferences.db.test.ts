import Papa from 'papaparse'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { demoReferences } from '../../../../scripts/demo/references'
import { ANNA, as, peopleAndReferences } from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { REFERENCE_LIST } from '../../../plans/import/lists'
import { cellsOf, matchHeads } from '../../../plans/import/table'
import { workingReferencesOf } from '../../../plans/workingReferencesOf'
import type { ImportProgress, ImportRequest } from '../../../schema/importedRows'
import { pool } from '../../database'
import { csvOf } from '../../documents/listFile'
import {
  insertReference,
  insertReferenceCertificate,
  insertReferenceVersion,
  selectReference,
} from '../../sql/references/reference'
import { importList } from './importList'
import { IMPORTED_REFERENCES, listedReferences } from './importReferences'

beforeAll(async () => {
  await freshDatabase()
  process.env.BARYS_TIME_ZONE = 'UTC'
  await peopleAndReferences()
})
afterAll(() => pool().end())

const { columns } = REFERENCE_LIST
async function send(cells: readonly Record<string, string>[], change: Partial<ImportRequest> = {}) {
  const lines: ImportProgress[] = []
  const rows = cells.map((each, index) => ({ line: index + 2, cells: each }))
  await importList(
    IMPORTED_REFERENCES,
    { fileName: 'references.csv', isTrial: false, changesKnown: false, rows, ...change },
    { actor: as(ANNA), told: { tell: (line) => lines.push(line), signal: new AbortController().signal } },
  )
  const end = lines.at(-1)
  if (!end || end.kind === 'progress') throw new Error('it did not end')
  return end
}
const ROW = {
  'device.code': 'L-01',
  'device.deviceKind': 'indicator with pressure modules',
  'device.description': 'listed indicator',
  'device.media': 'dry gas; water',
  'range.mark': 'A',
  'range.measures': 'pressure gauge',
  'range.measures.unit': 'bar',
  'range.rangeLow': '0',
  'range.rangeHigh': '25',
  'range.resolution': '0,001',
  'range.accuracy': '0.02 % of reading + 2 counts',
  'range.knownBy': 'U of its certificate, readings corrected',
  'certificate.number': 'L-9',
  'certificate.laboratory': 'Listed metrology',
  'certificate.calibratedOn': '4.5.2026',
  'certificate.dueOn': '2027-05-04',
  'certificate.coverageFactor': '2',
  'certificate.points': '0: 0.001 ±0.002; 25.004: -0.004 ±0.004',
}
const stored = async (code: string) => {
  const found = await selectReference(pool(), { code })
  if (!found) throw new Error('it is not stored')
  return found
}

describe('references from a list', () => {
  test('two rows of one code become one device with two ranges and one certificate', async () => {
    const second = { ...ROW, 'range.mark': 'B', 'range.rangeHigh': '5', 'certificate.points': '5: 0 ±0.001' }
    expect(await send([ROW, second])).toMatchObject({ kind: 'done', stored: 2 })
    const reference = await stored('L-01')
    expect(reference.facts.ranges.map(({ mark, rangeHigh }) => [mark, rangeHigh])).toEqual([
      ['A', 25],
      ['B', 5],
    ])
    expect(reference.certificates).toHaveLength(1)
    const [a] = workingReferencesOf(reference, '2026-11-20')
    expect(a).toMatchObject({ code: 'L-01·A', media: ['dry-gas', 'water'], calibration: { isApplied: true } })
    expect(a?.accuracy.terms).toEqual([
      { kind: 'percentReading', value: 0.02 },
      { kind: 'steps', value: 2, step: 0.001 },
    ])
    expect(a?.calibration?.points[1]).toEqual({ indicated: 25.004, correction: -0.004, uncertainty: 0.004 })
    expect(await send([ROW, second])).toMatchObject({ kind: 'done', stored: 0, changed: 0 })
  })
  test('a newer certificate and another place change it only where that is asked for', async () => {
    const newer = {
      ...{ 'device.code': 'L-01', 'range.mark': 'A', 'device.location': 'van', 'certificate.number': 'L-10' },
      ...{ 'certificate.calibratedOn': '2026-10-01', 'certificate.dueOn': '2027-10-01' },
    }
    expect(await send([newer])).toMatchObject({ kind: 'refused', rows: [{ state: 'differs' }] })
    expect(await send([newer], { changesKnown: true })).toMatchObject({ kind: 'done', changed: 1 })
    const reference = await stored('L-01')
    expect(reference).toMatchObject({ version: 2, facts: { location: 'van' } })
    expect(reference.facts.ranges).toHaveLength(2)
    expect(reference.certificates.map(({ number }) => number)).toEqual(['L-10', 'L-9'])
  })
  test('a newer certificate alone leaves the device as it stands', async () => {
    const newer = {
      ...{ 'device.code': 'L-01', 'range.mark': 'A', 'certificate.number': 'L-11' },
      ...{ 'certificate.calibratedOn': '2026-10-09', 'certificate.dueOn': '2027-10-09' },
    }
    expect(await send([newer], { changesKnown: true })).toMatchObject({ kind: 'done', changed: 1 })
    const reference = await stored('L-01')
    expect(reference.version).toBe(2)
    expect(reference.certificates[0]?.number).toBe('L-11')
  })
  test.each([
    ['range.accuracy', '0.02 bar', 'has a unit'],
    ['range.accuracy', 'good', 'is no part of a limit'],
    ['range.measures', 'flow', 'is none of them'],
    ['certificate.points', '5 0.1', 'is no point'],
    ['certificate.dueOn', '2026-05-04', 'is not after its calibration'],
    ['range.rangeHigh', 'far', 'not a number'],
    ['range.resolution', '30', 'as wide as the range'],
  ])('%s = %s is refused beside its column', async (column, text, words) => {
    const end = await send([{ ...ROW, 'device.code': 'L-77', [column]: text }], { isTrial: true })
    expect(end.kind === 'done' && end.rows[0]?.refusals.find((each) => each.column === column)?.words).toContain(words)
  })
  test('U without its k is refused: the factor is asked for, never taken to be 2', async () => {
    const { 'certificate.coverageFactor': _, ...without } = ROW
    const end = await send([{ ...without, 'device.code': 'L-78' }], { isTrial: true })
    expect(end.kind === 'done' && end.rows[0]?.refusals).toEqual([
      { column: 'certificate.coverageFactor', words: 'is still empty: enter the k that belongs to U' },
    ])
  })
})

test('every reference of the demo goes out and comes back as nothing new, and goes out the same again', async () => {
  const at = new Date('2026-11-20T08:00:00Z')
  for (const { id, code, facts, certificates } of demoReferences(at)) {
    await insertReference(pool(), { id, code })
    await insertReferenceVersion(pool(), { id, version: 1, facts, at, personId: ANNA.id, reason: 'test' })
    for (const certificate of certificates)
      await insertReferenceCertificate(pool(), {
        ...{ certificate, referenceId: id, supersedes: null, reason: null, at, personId: ANNA.id },
      })
  }
  const text = csvOf({ columns, rows: await listedReferences() })
  const [heads = [], ...lines] = Papa.parse<string[]>(text.replace(/^\uFEFF/, '')).data
  const matching = matchHeads(heads, columns)
  const end = await send(lines.map((line) => ({ ...cellsOf(line, matching) })))
  expect(end.rows.filter(({ state }) => state !== 'same')).toEqual([])
  expect(csvOf({ columns, rows: await listedReferences() })).toBe(text)
})
