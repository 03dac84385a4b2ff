import { readFileSync } from 'node:fs'
import { beforeAll, describe, expect, test } from 'vitest'
import { pdfText } from '../../../e2e/pdfText'
import { recordForDocument } from '../../../tests/support/recordForDocument'
import { certificatePdf } from './certificate'
import { fontFor } from './fonts'

const made = async (record: ReturnType<typeof recordForDocument>) =>
  pdfText(await certificatePdf({ record, hash: 'ab'.repeat(32), timeZone: 'Europe/Prague' }))

describe('what a certificate must contain: ISO/IEC 17025:2017, 7.8.2.1 (list from memory)', () => {
  let text = ''
  let pages = 0
  beforeAll(async () => {
    ;({ text, pages } = await made(recordForDocument()))
  })
  test.each([
    ['a title', 'Calibration certificate'],
    ['the name of who issues it', 'Bench laboratory'],
    ['a unique identification', 'no. 7'],
    ['the item calibrated', 'Tag X-100'],
    ['the dates', 'signed 20 Nov 2026, 10:11 (Europe/Prague)'],
    ['the references and their certificates', 'T-P, test reference'],
    ['the conditions', 'ambient 21.5 °C'],
    ['the decision rule with a statement of conformity', 'Rule: simple acceptance (ILAC-G8:09/2019)'],
    ['what it does not take into account', 'Measurement uncertainty is not taken into account'],
    ['who authorises it', 'Performed by Anna Test'],
    ['that it relates only to the item', 'It relates only to the instrument named'],
    ['that it is reproduced only whole', 'Only whole, unless the issuer agrees'],
    ['the seal', 'ab'.repeat(32)],
  ])('%s', (_what, words) => {
    expect(text).toContain(words)
  })
  test('on every page: which record, and page x of y', () => {
    for (let page = 1; page <= pages; page++) expect(text).toContain(`page ${page} of ${pages}`)
    expect(text.match(/Record 7 · X-100/g)).toHaveLength(pages)
  })
})

describe('hard cases', () => {
  test('a corrected reading is told with both values, who, and why', async () => {
    const { text } = await made(recordForDocument({ withCorrection: true }))
    expect(text).toContain('0 % rising: 0.00 → 40.00 replaced by 0.00 → 4.000')
    expect(text).toContain('Ben Test: decimal mark slipped')
  })
  test('the longest description, names in other scripts, every font embedded', async () => {
    const record = recordForDocument({
      description: 'Ž'.repeat(100) + ' Давление '.repeat(10),
      site: 'Závod Ťapkov — Завод',
    })
    const { text, fontsEmbedded } = await made(record)
    expect(text).toContain('Závod Ťapkov — Завод')
    expect(text).toContain('Давление')
    expect(fontsEmbedded).toBe(true)
  })
  test('many rounds run over several pages without losing one', async () => {
    const { text, pages } = await made(recordForDocument({ asLeftRounds: 6 }))
    expect(pages).toBeGreaterThan(2)
    for (let round = 1; round <= 6; round++) expect(text).toContain(`Readings, as left, round ${round} of 6`)
  })
  test('the same record gives the same content', async () => {
    const record = recordForDocument()
    expect((await made(record)).text).toBe((await made(record)).text)
  })
  test('no place in it says NaN, undefined or null', async () => {
    expect((await made(recordForDocument({ withCorrection: true, asLeftRounds: 2 }))).text).not.toMatch(
      /NaN|undefined|null|Infinity/,
    )
  })
})

test('a font is chosen that has every character', () => {
  expect(fontFor('−0.25 % ± Žluťoučký')).toBe('text')
  expect(fontFor('Давление')).toBe('wide')
  expect(fontFor('Давление', true)).toBe('wideBold')
})

test('the fonts may be passed on: their licence lies beside them (SIL OFL)', () => {
  expect(readFileSync('node_modules/@expo-google-fonts/atkinson-hyperlegible-next/LICENSE_FONT', 'utf8')).toContain(
    'SIL OPEN FONT LICENSE',
  )
})
