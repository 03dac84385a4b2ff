import Papa from 'papaparse'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import {
  ANNA,
  answerList,
  as,
  peopleAndReferences,
  readRound,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { CALIBRATION_LIST } from '../../../plans/import/lists'
import { cellsOf, matchHeads } from '../../../plans/import/table'
import type { ImportProgress } from '../../../schema/importedRows'
import { pool } from '../../database'
import { csvOf } from '../../documents/listFile'
import { selectDueDates } from '../../sql/register/dueInstrument'
import { selectInstrument } from '../../sql/register/instrument'
import { editConfiguration } from '../register/instruments'
import { decide } from '../run/decide'
import { foundBefore } from '../run/foundBefore'
import { sealRun } from '../run/sealRun'
import { importNamed, listFile } from './lists'

beforeAll(async () => {
  await freshDatabase()
  process.env.BARYS_TIME_ZONE = 'UTC'
  await peopleAndReferences()
  await runOnNewInstrument('E-2')
  // Its only record: found at +0.4 % of ±0.5 %.
  const run = await readRound(await runOnNewInstrument('E-1'), [0, 0.064, 0.02])
  const decided = await decide(run.id, { round: 0, decision: 'leave', reason: 'as it is' }, as(ANNA, 10))
  await answerList(decided, 'restore')
  await sealRun(run.id, { confirmed: true, remark: null }, as(ANNA, 11))
}, 60_000)
afterAll(() => pool().end())

/** A file as a plant has it, with heads of its own. */
const FILE = [
  ['Instrument', 'Date', 'Certificate no', 'Test point', 'As found', 'As left'],
  ['E-1', '2025-11-03', 'C-7', '0', '+0,10', '0.02'],
  ['E-1', '2025-11-03', 'C-7', '50', '−0.30', '0.00'],
  ['E-1', '2025-11-03', 'C-7', '100', '0.20', ''],
  ['E-1', '4.11.2024', 'C-5', '50', '0.15', ''],
  ['E-1', '2023-11-06', 'C-2', '50', '0.05', ''],
]
async function take(lines: readonly (readonly string[])[], isTrial = false, minutes = 0) {
  const [heads = [], ...rest] = lines
  const matching = matchHeads(heads, CALIBRATION_LIST.columns)
  const rows = rest.map((line, index) => ({ line: index + 2, cells: cellsOf(line, matching) }))
  const told: ImportProgress[] = []
  await importNamed(
    'calibrations',
    { fileName: 'history.csv', isTrial, changesKnown: false, rows },
    { actor: as(ANNA, minutes), told: { tell: (line) => told.push(line), signal: new AbortController().signal } },
  )
  const end = told.at(-1)
  if (!end || end.kind === 'progress') throw new Error('it did not end')
  return end
}
const exported = async () =>
  Papa.parse<string[]>(csvOf(await listFile('calibrations', { isTemplate: false })), { skipEmptyLines: true }).data
const named = async (tag: string) => {
  const instrument = await selectInstrument(pool(), { tag })
  if (!instrument) throw new Error(`${tag} is not registered`)
  return instrument
}

describe('calibrations from before, by point', () => {
  test.each([
    [['E-9', '2025-11-03', '', '0', '0', ''], 'tag', 'no instrument is registered as E-9'],
    [['E-1', '2031-01-01', '', '0', '0', ''], 'calibratedOn', 'lies in the future'],
    [['E-1', '03/04/2025', '', '0', '0', ''], 'calibratedOn', 'may be read two ways'],
    [['E-1', '2025-11-03', '', '400', '0', ''], 'point.percent', 'not between'],
    [['E-1', '2025-11-03', '', '0', 'good', ''], 'point.found', 'good'],
    [['E-1', '2025-11-03', '', '0', '', ''], 'point.found', 'is empty'],
  ])('%j is refused at its cell', async (line, column, words) => {
    const end = await take([FILE[0] ?? [], line], true)
    expect(end.rows[0]).toMatchObject({
      state: 'refused',
      refusals: [{ column, words: expect.stringContaining(words) }],
    })
  })
  test('taken, they come back as they went in, a row for each point, and never as records', async () => {
    expect(await take(FILE)).toMatchObject({ kind: 'done', stored: 5 })
    expect(await exported()).toEqual([
      CALIBRATION_LIST.columns.map(({ title }) => title),
      ['E-1', '2025-11-03', 'C-7', '0', '0.1', '0.02'],
      ['E-1', '2025-11-03', 'C-7', '50', '-0.3', '0'],
      ['E-1', '2025-11-03', 'C-7', '100', '0.2', ''],
      ['E-1', '2024-11-04', 'C-5', '50', '0.15', ''],
      ['E-1', '2023-11-06', 'C-2', '50', '0.05', ''],
    ])
    const again = await take(await exported())
    expect(again.rows.map(({ state }) => state)).toEqual(Array(5).fill('same'))
  })
  test('a point that stands twice, or says another thing than before, is told and changes nothing', async () => {
    const twice = ['E-1', '2025-11-03', 'C-7', '0.0', '0.1', '']
    const other = ['E-1', '2024-11-04', 'C-5', '50', '0.25', '']
    const end = await take([...FILE.slice(0, 2), twice, other])
    expect(end).toMatchObject({ kind: 'refused' })
    expect(end.rows.map(({ state }) => state)).toEqual(['same', 'refused', 'differs'])
    expect(await exported()).toHaveLength(6)
  })
  test('one of today is taken, one of tomorrow lies in the future', async () => {
    const [heads = []] = FILE
    const { rows } = await take(
      [heads, ['E-1', '2026-11-20', 'C-8', '50', '0.1', ''], ['E-1', '2026-11-21', 'C-9', '50', '0.1', '']],
      true,
    )
    expect(rows.map(({ state, refusals }) => [state, refusals.map(({ words }) => words)])).toEqual([
      ['new', []],
      ['refused', ['lies in the future']],
    ])
  })
  test('the due date that another list said of the same day stays', async () => {
    const cells = { tag: 'E-2', 'before.calibratedOn': '2026-11-19', 'before.dueOn': '2027-02-01' }
    const told: ImportProgress[] = []
    await importNamed(
      'instruments',
      { fileName: 'list.csv', isTrial: false, changesKnown: true, rows: [{ line: 2, cells }] },
      { actor: as(ANNA), told: { tell: (line) => told.push(line), signal: new AbortController().signal } },
    )
    const due = async () => (await selectDueDates(pool(), 'UTC')).get((await named('E-2')).id)
    expect(told.at(-1)).toMatchObject({ kind: 'done' })
    expect(await due()).toBe('2027-02-01')
    const end = await take([FILE[0] ?? [], ['E-2', '2026-11-19', 'C-9', '50', '0.1', '']], false, 5)
    expect(end).toMatchObject({ kind: 'done', stored: 1 })
    expect(await due()).toBe('2027-02-01')
  })
})

test('how it was found before, in shares of ±0.5 %: its record, then what lists say, with signs', async () => {
  const shares = await foundBefore(await named('E-1'))
  expect(shares.map((share) => Number(share.toFixed(6)))).toEqual([0.8, -0.6, 0.3, 0.1])
})

test('what a list says does not count once the range is another one', async () => {
  const { id, version, configuration } = await named('E-2')
  expect((await foundBefore(await named('E-2'))).map((share) => share.toFixed(6))).toEqual(['0.200000'])
  const edit = { basedOnVersion: version, reason: 'other range', configuration: { ...configuration, urv: 90 } }
  await editConfiguration(id, edit, as(ANNA, 20))
  expect(await foundBefore(await named('E-2'))).toEqual([])
})
