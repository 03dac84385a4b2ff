import Papa from 'papaparse'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { DEMO_INSTRUMENTS } from '../../../../scripts/demo/instruments'
import { ANNA, as, peopleAndReferences } from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { INSTRUMENT_LIST } from '../../../plans/import/lists'
import { cellsOf, matchHeads, writeCells } from '../../../plans/import/table'
import type { ImportProgress, ImportRequest } from '../../../schema/importedRows'
import { pool } from '../../database'
import { csvOf } from '../../documents/listFile'
import { selectDueDates } from '../../sql/register/dueInstrument'
import { selectInstrument, selectInstruments } from '../../sql/register/instrument'
import { IMPORTED_INSTRUMENTS, listedInstruments } from './importInstruments'
import { importList } from './importList'

beforeAll(async () => {
  await freshDatabase()
  process.env.BARYS_TIME_ZONE = 'UTC'
  await peopleAndReferences()
})
afterAll(() => pool().end())

const [MODEL] = DEMO_INSTRUMENTS
if (!MODEL) throw new Error('the demo has instruments')
const cellsLike = (tag: string, change: Record<string, string> = {}) => ({
  ...writeCells({ tag, configuration: MODEL.configuration }, INSTRUMENT_LIST.columns),
  ...change,
})
const rowsOf = (cells: readonly Record<string, string>[]) =>
  cells.map((each, index) => ({ line: index + 2, cells: each }))

async function send(
  rows: ImportRequest['rows'],
  change: Partial<ImportRequest> = {},
  signal: AbortSignal = new AbortController().signal,
) {
  const lines: ImportProgress[] = []
  const request = { fileName: 'list.csv', isTrial: false, changesKnown: false, rows, ...change }
  await importList(IMPORTED_INSTRUMENTS, request, {
    actor: as(ANNA),
    told: { tell: (line) => lines.push(line), signal },
  })
  const end = lines.at(-1)
  if (!end || end.kind === 'progress') throw new Error('it did not end')
  return { end, lines }
}
const states = ({ rows }: { rows: readonly { state: string }[] }) =>
  Object.fromEntries(
    [...new Set(rows.map(({ state }) => state))].map((state) => [
      state,
      rows.filter((row) => row.state === state).length,
    ]),
  )
const count = async () => (await selectInstruments(pool())).length

describe('two thousand instruments, thirty-seven of them wrong', () => {
  const wrong = (index: number) => index % 54 === 7
  const list = Array.from({ length: 2000 }, (_, index) =>
    cellsLike(`IMP-${index}`, wrong(index) ? { 'configuration.urv': 'much' } : {}),
  )
  const mended = list.map((cells, index) => (wrong(index) ? cellsLike(`IMP-${index}`) : cells))
  test('a trial says what would become of each row and stores nothing', async () => {
    const { end, lines } = await send(rowsOf(list), { isTrial: true })
    expect(states(end)).toEqual({ new: 1963, refused: 37 })
    expect(end.rows.find(({ state }) => state === 'refused')?.refusals).toEqual([
      { column: 'configuration.urv', words: expect.stringContaining('much') },
    ])
    expect(lines.filter(({ kind }) => kind === 'progress').length).toBeGreaterThan(10)
    expect(await count()).toBe(0)
  })
  test('taken as they are, all are refused and none is stored', async () => {
    const { end } = await send(rowsOf(list))
    expect(end).toMatchObject({ kind: 'refused', words: expect.stringContaining('37 of 2000 rows') })
    expect(await count()).toBe(0)
  })
  test('given up on half way, none is stored', async () => {
    const leaving = new AbortController()
    const lines: ImportProgress[] = []
    const request = { fileName: 'list.csv', isTrial: false, changesKnown: false, rows: rowsOf(mended) }
    const told = {
      tell: (line: ImportProgress) => {
        lines.push(line)
        if (line.kind === 'progress' && line.doing === 'storing' && line.done >= 500) leaving.abort()
      },
      signal: leaving.signal,
    }
    const work = importList(IMPORTED_INSTRUMENTS, request, { actor: as(ANNA), told })
    await expect(work).rejects.toThrow()
    expect(await count()).toBe(0)
  })
  test('mended they are taken; repeated, nothing is done', async () => {
    const { end } = await send(rowsOf(mended))
    expect(end).toMatchObject({ kind: 'done', stored: 2000, changed: 0 })
    expect(await count()).toBe(2000)
    const again = await send(rowsOf(mended))
    expect(again.end).toMatchObject({ kind: 'done', stored: 0, changed: 0 })
    expect(states(again.end)).toEqual({ same: 2000 })
    expect(await selectInstrument(pool(), { tag: 'IMP-7' })).toMatchObject({
      version: 1,
      changeReason: 'from the list list.csv',
    })
  })
})

describe('what is registered already', () => {
  test('is changed only where that is asked for, and an empty cell changes nothing', async () => {
    await send(rowsOf([cellsLike('OLD-1')]))
    const other = rowsOf([{ tag: 'OLD-1', 'configuration.area': 'Another hall', ...required() }])
    const refused = await send(other)
    expect(refused.end).toMatchObject({ kind: 'refused', rows: [{ state: 'differs', differs: ['Area'] }] })
    expect(await selectInstrument(pool(), { tag: 'OLD-1' })).toMatchObject({ version: 1 })
    expect((await send(other, { changesKnown: true })).end).toMatchObject({ stored: 0, changed: 1 })
    const changed = await selectInstrument(pool(), { tag: 'OLD-1' })
    expect(changed).toMatchObject({ version: 2, configuration: { ...MODEL.configuration, area: 'Another hall' } })
  })
  test('a tag twice in one list is told with its line', async () => {
    const { end } = await send(rowsOf([cellsLike('TWICE'), cellsLike('TWICE')]), { isTrial: true })
    expect(end.rows.map(({ state }) => state)).toEqual(['new', 'refused'])
    expect(end.rows[1]?.refusals[0]).toEqual({ column: 'tag', words: expect.stringContaining('line 2') })
  })
})

/** Nothing: a tag that is registered needs no other cell. */
const required = () => ({})

describe('when it was calibrated last', () => {
  const due = async (tag: string) => {
    const instrument = await selectInstrument(pool(), { tag })
    return (await selectDueDates(pool(), 'UTC')).get(instrument?.id ?? '')
  }
  const { intervalMonths } = MODEL.configuration
  test('due as the list says; without a due date after its interval; without either on the day it was registered', async () => {
    await send(
      rowsOf([
        cellsLike('DUE-1', { 'before.calibratedOn': '2026-03-02', 'before.dueOn': '2027-01-15' }),
        cellsLike('DUE-2', { 'before.calibratedOn': '02.03.2026' }),
        cellsLike('DUE-3'),
      ]),
    )
    expect(await due('DUE-1')).toBe('2027-01-15')
    const after = new Date(Date.UTC(2026, 2 + intervalMonths, 2)).toISOString().slice(0, 10)
    expect(await due('DUE-2')).toBe(after)
    expect(await due('DUE-3')).toBe('2026-11-20')
  })
})

test('the list as it goes out comes back as nothing new, through CSV, and goes out the same again', async () => {
  for (const { tag, configuration } of DEMO_INSTRUMENTS)
    await send(rowsOf([writeCells({ tag, configuration }, INSTRUMENT_LIST.columns)]))
  const { columns } = INSTRUMENT_LIST
  const text = csvOf({ columns, rows: await listedInstruments() })
  const [heads = [], ...lines] = Papa.parse<string[]>(text.replace(/^\uFEFF/, '')).data
  const matching = matchHeads(heads, columns)
  const { end } = await send(rowsOf(lines.map((line) => ({ ...cellsOf(line, matching) }))))
  expect(Object.keys(states(end))).toEqual(['same'])
  expect(csvOf({ columns, rows: await listedInstruments() })).toBe(text)
})
