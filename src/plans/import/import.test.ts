import { describe, expect, test } from 'vitest'
import { DEMO_INSTRUMENTS } from '../../../scripts/demo/instruments'
import { limitFromText } from '../../core/error/limitText'
import { limitWords } from '../../core/error/limitWords'
import { PRESSURE_UNIT_IDS, pressureUnitLabel } from '../../core/units/pressureUnit'
import { ErrorLimitForm } from '../../schema/errorLimit'
import { checkRow, differingColumns } from './checkRow'
import { INSTRUMENT_LIST } from './lists'
import { cellsOf, matchHeads, writeCells } from './table'

const { columns } = INSTRUMENT_LIST
const CELLS = {
  tag: 'IMP-1',
  'configuration.description': 'Imported',
  'configuration.area': 'Hall',
  'configuration.kind': 'pressure transmitter',
  'configuration.pressureKind': 'gauge',
  'configuration.unit': 'bar',
  'configuration.lrl': '0',
  'configuration.url': '16',
  'configuration.minSpan': '1',
  'configuration.lrv': '0',
  'configuration.urv': '10,0',
  'configuration.signal': '4–20 mA',
  'configuration.errorLimit': '0.3 % of span',
  'configuration.intervalMonths': '12',
  'configuration.testPoints': '0; 25; 50; 75; 100',
  'configuration.pointOrder': 'up and back down',
}
const check = (change: Record<string, string | undefined> = {}) =>
  checkRow(
    Object.fromEntries(Object.entries({ ...CELLS, ...change }).filter(([, text]) => text !== undefined)) as Record<
      string,
      string
    >, // what is undefined was left out
    INSTRUMENT_LIST,
  )

describe('a limit as it is written', () => {
  test.each([
    ['±0.3 % of span', 'larger', [{ kind: 'percentSpan', value: 0.3 }]],
    [
      '0.25% reading + 0,1 kPa',
      'sum',
      [
        { kind: 'percentReading', value: 0.25 },
        { kind: 'absolute', value: 0.1, unit: 'kPa' },
      ],
    ],
    [
      '±0.1 % of span or 0.2 inH2O (20 °C), whichever is larger',
      'larger',
      [
        { kind: 'percentSpan', value: 0.1 },
        { kind: 'absolute', value: 0.2, unit: 'inH2O@20C' },
      ],
    ],
    [
      '±(1 % of URL + 2 counts of 0.01 bar)',
      'sum',
      [
        { kind: 'percentUrl', value: 1 },
        { kind: 'counts', value: 2, step: 0.01, unit: 'bar' },
      ],
    ],
  ])('%s', (text, combine, terms) => {
    expect(ErrorLimitForm.parse(limitFromText(text, 'x'))).toEqual({ combine, terms })
  })
  test.each(['0.3 %', '0.3 % of it', 'good', '0.2 inH2O', '2 counts of 0.1'])(
    '“%s” leaves a doubt and is refused in words',
    (text) => {
      expect(() => limitFromText(text, 'x')).toThrow(/does not say|is no part of a limit/)
    },
  )
  test('by part of the range, and of its own below zero', () => {
    const limit = ErrorLimitForm.parse(
      limitFromText('+0.4 % of span, below zero −(0.1 % of reading + 0.1 kPa); from 62,5 % of range 1 % of span', 'x'),
    )
    const own = (...terms: readonly unknown[]) => ({ combine: terms.length > 1 ? 'sum' : 'larger', terms })
    expect(limit).toEqual({
      ...own({ kind: 'percentSpan', value: 0.4 }),
      below: own({ kind: 'percentReading', value: 0.1 }, { kind: 'absolute', value: 0.1, unit: 'kPa' }),
      further: [{ fromPercent: 62.5, ...own({ kind: 'percentSpan', value: 1 }) }],
    })
    expect(ErrorLimitForm.parse(limitFromText(limitWords(limit), 'x'))).toEqual(limit)
  })
  test.each([
    ['−0.3 % of span', /is no part of a limit/],
    ['+0.3 % of span', /is no part of a limit/],
    ['0.3 % of span; from the middle 0.2 % of span', /does not say where a part of the range begins/],
    ['0.3 % of span, below zero 0.2 % of span, below zero 0.1 % of span', /says twice what holds below zero/],
  ])('“%s” is refused in words', (text, words) => {
    expect(() => limitFromText(text, 'x')).toThrow(words)
  })
  test('the accuracy of a reference differs neither by part nor by sign', () => {
    expect(() => limitFromText('0.02; from 50 % of range 0.03', 'x', '')).toThrow(/accuracy of a reference cannot/)
    expect(() => limitFromText('0.02, below zero 0.03', 'x', '')).toThrow(/accuracy of a reference cannot/)
  })
  test('parts stand in rising order, within the range and at least 1 % apart', () => {
    const errors = (text: string) =>
      ErrorLimitForm.safeParse(limitFromText(text, 'x')).error?.issues.map((i) => i.message)
    expect(errors('1 % of span; from 30 % of range 2 % of span; from 30.9 % of range 1 % of span')).toEqual([
      'must begin at least 1 % of the range above the part before it, which begins at 30 %',
    ])
    expect(errors('1 % of span; from 100 % of range 2 % of span')).toEqual([
      expect.stringContaining('within the range'),
    ])
    expect(errors('1 % of span; from 30 % of range 2 % of span; from 31 % of range 1 % of span')).toBeUndefined()
  })
  test('every limit of the demo reads back as it was written', () => {
    for (const { configuration } of DEMO_INSTRUMENTS)
      expect(ErrorLimitForm.parse(limitFromText(limitWords(configuration.errorLimit), 'x'))).toEqual(
        configuration.errorLimit,
      )
  })
  test('and every pressure unit by its label', () => {
    for (const unit of PRESSURE_UNIT_IDS) {
      const text = `5 ${pressureUnitLabel(unit)}`
      expect(limitFromText(text, 'x').terms).toEqual([{ kind: 'absolute', value: '5', unit }])
    }
  })
})

describe('heads of a file are matched by name, whatever their case and signs', () => {
  test('by title and by what others call them; each of ours once', () => {
    const matching = matchHeads(['TAG NUMBER', 'service', 'Range low', 'URV', 'Tag', 'Colour'], columns)
    expect(matching).toEqual({
      tag: 4,
      'configuration.description': 1,
      'configuration.lrv': 2,
      'configuration.urv': 3,
    })
    expect(cellsOf(['x', ' Milk ', '0', '', 'PT-1'], matching)).toEqual({
      tag: 'PT-1',
      'configuration.description': 'Milk',
      'configuration.lrv': '0',
    })
  })
  test('our own heads all find their own column', () => {
    const matching = matchHeads(
      columns.map(({ title }) => title),
      columns,
    )
    expect(Object.values(matching)).toEqual(columns.map((_, index) => index))
  })
})

describe('a row is checked by the schema of the form, each reason beside its column', () => {
  test('words, decimal commas and lists of points as people write them', () => {
    const row = check()
    expect(row).toMatchObject({
      kind: 'fine',
      value: {
        tag: 'IMP-1',
        configuration: { kind: 'pressure-transmitter', urv: 10, signal: '4-20mA', testPoints: [0, 25, 50, 75, 100] },
      },
    })
  })
  test.each([
    ['configuration.urv', '20', 'outside what the sensor can do'],
    ['configuration.urv', undefined, 'is empty'],
    ['configuration.errorLimit', '0.3 %', 'does not say of what'],
    ['configuration.unit', 'inH2O', 'not a unit Barys knows'],
    ['configuration.kind', 'thermometer', 'not a kind Barys knows'],
    ['configuration.url', '1,234', 'may be 1.234 or 1234'],
    ['tag', '?', 'letters, digits'],
    ['configuration.intervalMonths', '0.5', 'whole months only'],
    ['before.calibratedOn', '03/04/2026', 'may be read two ways'],
    ['before.calibratedOn', '2026-02-30', 'is no date'],
    ['configuration.hostRoot', 'perhaps', 'neither yes nor no'],
    ['configuration.body', '{', 'is no JSON'],
    ['configuration.touchedBy', 'instrument air; wine', 'is not all known'],
  ])('%s = %s', (column, text, words) => {
    const row = check({ [column]: text })
    expect(row.kind === 'refused' && row.refusals.find((each) => each.column === column)?.words).toContain(words)
  })
  test('one thing at a time in a cell', () => {
    // Half a month is neither whole nor between 1 and 120.
    const row = check({ 'configuration.intervalMonths': '0.5' })
    expect(row.kind === 'refused' && row.refusals.map(({ column }) => column)).toEqual(['configuration.intervalMonths'])
  })
  test('a due date before the last calibration, or without one', () => {
    const late = check({ 'before.calibratedOn': '31.3.2026', 'before.dueOn': '2026-03-31' })
    expect(late.kind === 'refused' && late.refusals[0]).toMatchObject({ column: 'before.dueOn' })
    expect(check({ 'before.dueOn': '2026-03-31' })).toMatchObject({ kind: 'refused' })
    expect(check({ 'before.calibratedOn': '31.3.2026', 'before.dueOn': '2026-04-01' })).toMatchObject({
      value: { before: { calibratedOn: '2026-03-31', dueOn: '2026-04-01' } },
    })
  })
})

/** One term alone is neither a sum nor the larger of several. */
const plain = (configuration: (typeof DEMO_INSTRUMENTS)[number]['configuration']) => {
  const one = <L extends { combine: string; terms: readonly unknown[] } | null>(limit: L): L =>
    limit && limit.terms.length === 1 ? { ...limit, combine: 'larger' } : limit
  const { errorLimit, adjustLimit } = configuration
  return { ...configuration, errorLimit: one(errorLimit), adjustLimit: one(adjustLimit) }
}

test.each(DEMO_INSTRUMENTS.map((instrument) => [instrument.tag, instrument] as const))(
  '%s comes back from its row as it went out',
  (_, { tag, configuration }) => {
    const cells = writeCells({ tag, configuration }, columns)
    const row = checkRow(cells, INSTRUMENT_LIST)
    expect(row).toEqual({ kind: 'fine', value: { tag, configuration: plain(configuration) } })
    expect(row.kind === 'fine' && writeCells(row.value, columns)).toEqual(cells)
    expect(differingColumns(cells, { ...cells, tag: 'X' }, columns)).toEqual(['Tag'])
  },
)
