import { describe, expect, test } from 'vitest'
import { showDecimalMark } from '@/core/format/decimalMark'
import { TYPED_CONFIGURATION } from '../../../tests/support/typedConfiguration'
import type { Configuration } from '../configuration'
import { ConfigurationForm } from '../configurationForm'
import { certificateFacts, changesBetween, changeWords, nameplateFacts } from './fieldLines'
import { INSTRUMENT_FIELD_LIST, INSTRUMENT_FIELDS } from './instrumentFields'
import { LIST_COLUMNS, listCells } from './listCells'

const PLAIN: Configuration = ConfigurationForm.parse(TYPED_CONFIGURATION)
/** Everything said that may be left out: an invented instrument. */
const FULL: Configuration = {
  ...PLAIN,
  nameplate: { maker: 'Trial works', model: 'T1', serialNumber: 'A-17' },
  owner: 'Neighbour dairy',
  limitSource: 'data sheet of the trial works',
  repeatabilityPercentSpan: 0.02,
  readability: { division: 2, fraction: 0.5 },
  adjustedBy: 'buttons',
  touchedBy: ['dry-gas'],
  processFluid: 'raw milk',
  fluidHazards: ['hot', 'food'],
  setUp: { dampingSeconds: 1.5, mounting: 'upright', failure: 'high' },
}
const terms = (facts: readonly (readonly [string, string])[]) => Object.fromEntries(facts)

describe('what the register knows of an instrument stands on its page', () => {
  test('owner, source of the limit, repeatability, adjusting, interval and set-up too, which were left out before', () => {
    expect(terms(nameplateFacts(FULL))).toMatchObject({
      Nameplate: 'Trial works, T1, serial A-17',
      'Customer or owner': 'Neighbour dairy',
      'Error limit from': 'data sheet of the trial works',
      'Process fluid': 'raw milk',
      'Hazards of the fluid': 'hot, food',
      Repeatability: 's = 0.02 % of span',
      'Adjusted by': 'buttons at the instrument',
      'Read to': expect.stringMatching(/^1 /),
      'Set-up': 'mounted upright, damping 1.5 s, on failure upscale',
      Interval: `${PLAIN.intervalMonths} months`,
    })
  })
  test('what nobody has said is no line, and what is only usual is marked so', () => {
    const said = terms(nameplateFacts(PLAIN))
    for (const term of ['Customer or owner', 'Repeatability', 'Error limit from', 'Nameplate', 'Set-up'])
      expect(said).not.toHaveProperty(term)
    expect(said['Adjusted by']).toMatch(/usual for its kind; not registered/)
  })
})

describe('what a certificate says of the item (ISO/IEC 17025:2017, 7.8.2.1 e and g)', () => {
  test('unambiguous identification, the customer and the source of the limit', () => {
    expect(terms(certificateFacts(FULL, { site: 'Tarn Hollow' }))).toMatchObject({
      'Maker, model': 'Trial works, T1',
      'Serial number': 'A-17',
      Customer: 'Neighbour dairy',
      'Error limit': expect.stringMatching(/source: data sheet of the trial works$/),
    })
  })
  test('what is missing is said, never left blank', () => {
    expect(terms(certificateFacts(PLAIN, { site: 'Tarn Hollow' }))).toMatchObject({
      'Maker, model': 'not in the register',
      'Serial number': 'not in the register',
      Customer: 'Tarn Hollow, for its own plant',
    })
  })
  test.each([50, 60, 70])('in two parts at place %d nothing is left out and nothing said twice', (place) => {
    const context = { site: 'Tarn Hollow' }
    expect([
      ...certificateFacts(FULL, context, { to: place }),
      ...certificateFacts(FULL, context, { from: place }),
    ]).toEqual(certificateFacts(FULL, context))
  })
})

describe('what changed between two versions', () => {
  test('each field as a list writes it; a field that was or is left out too', () => {
    const changes = changesBetween(PLAIN, { ...PLAIN, intervalMonths: 6, owner: 'Neighbour dairy' })
    expect(changes.map(changeWords)).toEqual([
      `Interval, months: ${PLAIN.intervalMonths} → 6`,
      'Owner: not stated → Neighbour dairy',
    ])
  })
  test('limits, points and a body in words as on the page, never as a list keeps them', () => {
    const body = { family: null, capsule: 'T-1', maxSpan: null, allowsReverse: true, links: [], link: null }
    const after: Configuration = {
      ...PLAIN,
      lrl: -60.5,
      adjustLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.1 }] },
      testPoints: [0, 12.5, 100],
      body,
    }
    expect(changesBetween(PLAIN, after).map(changeWords)).toEqual([
      'LRL: −50 → −60.5',
      'Adjust limit: not stated → ±0.1 % of span',
      'Test points: 0; 50; 100 → 0; 12.5; 100',
      'Body: not stated → capsule T-1',
    ])
  })
  test('where the site writes a comma, figures have one', () => {
    showDecimalMark(',')
    try {
      expect(changesBetween(PLAIN, { ...PLAIN, lrl: -60.5 }).map(changeWords)).toEqual(['LRL: −50 → −60,5'])
    } finally {
      showDecimalMark('.')
    }
  })
  test('the same twice has no change', () => {
    expect(changesBetween(FULL, structuredClone(FULL))).toEqual([])
  })
})

test('no two fields share a column of the list, a column of SQL, or a heading', () => {
  const columns = INSTRUMENT_FIELD_LIST.flatMap(([, field]) => field.columns)
  for (const part of ['key', 'title'] as const)
    expect(new Set(columns.map((column) => column[part])).size).toBe(columns.length)
  const sql = INSTRUMENT_FIELD_LIST.flatMap(([, field]) => (field.sql === 'particulars' ? [] : [field.sql.column]))
  expect(new Set(sql).size).toBe(sql.length)
})

test('every column of a field writes to the field itself', () => {
  for (const [name, { columns }] of INSTRUMENT_FIELD_LIST)
    for (const { key } of columns)
      expect(key === `configuration.${name}` || key.startsWith(`configuration.${name}.`)).toBe(true)
})

test('every field comes out as a column, so that a list that is taken out and in again loses nothing', () => {
  for (const [name, { columns }] of INSTRUMENT_FIELD_LIST) expect(columns, name).not.toEqual([])
})

test('the list of instruments shows what its fields say', () => {
  expect(LIST_COLUMNS.map(({ title }) => title)).toEqual(['Description', 'Area', 'Kind', 'Range'])
  expect(listCells(PLAIN)).toMatchObject({ description: PLAIN.description, area: PLAIN.area })
})

test('another instrument like this one has neither its serial number nor its device tag', () => {
  const { nameplate, setUp } = INSTRUMENT_FIELDS
  expect(nameplate.boxes.forAnother(nameplate.boxes.filled(FULL.nameplate, FULL))).toEqual({
    maker: 'Trial works',
    model: 'T1',
    serialNumber: '',
  })
  expect(setUp.boxes.forAnother(setUp.boxes.filled({ deviceTag: 'X', mounting: 'upright' }, FULL))).toMatchObject({
    deviceTag: '',
    mounting: 'upright',
  })
})
