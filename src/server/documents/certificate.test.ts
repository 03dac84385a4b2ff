import { readFileSync } from 'node:fs'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { beforeAll, describe, expect, test } from 'vitest'
import { traceOf } from '@/plans/traceability'
import { pdfText } from '../../../e2e/pdfText'
import { recordForDocument } from '../../../tests/support/recordForDocument'
import { certificatePdf } from './certificate'
import type { CertificateSource, Standing } from './certificateSource'
import { fontFor } from './fonts'

const UNREVIEWED: Standing = { reviews: [], supersededBy: null, printedAt: '2026-11-20T12:00:00.000Z' }
const KEY = Buffer.alloc(32, 9).toString('base64')
const made = async (
  record: ReturnType<typeof recordForDocument>,
  standing?: Standing,
  paper: CertificateSource['paper'] = 'a4',
) =>
  pdfText(
    await certificatePdf({
      record,
      trace: traceOf(record, new Map()),
      hash: 'ab'.repeat(32),
      timeZone: 'Europe/Prague',
      paper,
      standing: standing ?? UNREVIEWED,
      proofKey: KEY,
    }),
  )

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
    ['where the reference stood', 'taken as level with the instrument: no height was noted'],
    ['what touched the instrument', 'not stated (T-P)'],
    ['the decision rule with a statement of conformity', 'Rule: simple acceptance (ILAC-G8:09/2019)'],
    ['what it does not take into account', 'Measurement uncertainty is not taken into account'],
    ['who authorises it', 'Performed by Anna Test'],
    ['that it relates only to the item', 'It relates only to the instrument named'],
    ['that it is reproduced only whole', 'Shall not be reproduced except in full without written approval'],
    ['the seal', 'ab'.repeat(32)],
    ['the key that signs where the chain stood', KEY],
  ])('%s', (_what, words) => {
    expect(text).toContain(words)
  })
  test('on every page: which record, and page x of y', () => {
    for (let page = 1; page <= pages; page++) expect(text).toContain(`page ${page} of ${pages}`)
    expect(text.match(/Record 7 · X-100/g)).toHaveLength(pages)
  })
})

test('numbered by the site’s format, and on the site’s paper', async () => {
  const record = { ...recordForDocument(), certificateNumber: 'BL-2026-00007' }
  const { text, size } = await made(record, UNREVIEWED, 'letter')
  expect(text).toContain('no. BL-2026-00007')
  expect(size).toEqual([612, 792]) // 8½ by 11 inches at 72 points
  expect((await made(record)).size.map(Math.round)).toEqual([595, 842]) // 210 by 297 mm
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
  test('points that a shorter as-left round did not take are named as not spoken for', async () => {
    const { text } = await made(recordForDocument({ asLeftRounds: 1, lastPercents: [0, 100] }))
    expect(text).toContain('; not taken as left, and not spoken for: 50 % rising.')
    expect((await made(recordForDocument({ asLeftRounds: 1 }))).text).not.toContain('not spoken for')
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

const PAUSED = '00000000-0000-4000-8000-00000000aaa1'
const RESUMED = '00000000-0000-4000-8000-00000000aaa2'

describe('the statement of conformity under a decision rule: ILAC-G8:09/2019 (from memory)', () => {
  const stated = { statesUncertainty: true, lastGood: { sequence: 3, sealedAt: '2025-11-03T23:30:00.000Z' } } as const
  const of = async (decisionRule: 'simple-acceptance' | 'guard-band' | 'conditional', errorPercent: number) =>
    (await made(recordForDocument({ world: { ...stated, decisionRule }, errorPercent: [errorPercent] }))).text

  // Limit 0.5 %, U about 0.09 %: 0.45 % lies in the guard band inside, 0.55 % outside, 0.7 % beyond it.
  test.each([
    ['simple-acceptance', 0.45, 'As found: inside its error limit'],
    ['guard-band', 0.45, 'As found: inside the limit, not accepted: within the guard band'],
    ['guard-band', 0.55, 'As found: OUTSIDE its error limit'],
    ['guard-band', 0.3, 'As found: inside its error limit'],
    ['conditional', 0.3, 'As found: PASS: inside its error limit by at least its uncertainty'],
    ['conditional', 0.45, 'As found: CONDITIONAL PASS: inside its error limit, but not by more than its uncertainty'],
    ['conditional', 0.55, 'As found: CONDITIONAL FAIL: outside its error limit, but not by more than its uncertainty'],
    ['conditional', 0.7, 'As found: FAIL: outside its error limit by more than its uncertainty'],
  ] as const)('%s at %d: %s', async (rule, error, words) => {
    expect(await of(rule, error)).toContain(words)
  })
  test('states the uncertainty, whether it counts, and the impact since it was last good, by the site’s calendar', async () => {
    const simple = await of('simple-acceptance', 0.7)
    expect(simple).toContain('It is stated and not taken into account in the verdict')
    expect(simple).toContain('Impact: The process may have been measured up to +0.70 kPa wrong')
    expect(simple).toContain('(record 3, 4 Nov 2025)') // half past midnight in Prague
    expect(await of('guard-band', 0.1)).not.toContain('not taken into account')
    expect(await of('guard-band', 0.1)).not.toContain('Impact:')
  })
  test('readings taken again stand in it and do not count; interruptions are told', async () => {
    const { text } = await made(
      recordForDocument({
        asLeftRounds: 1,
        errorPercent: [5, 0.1],
        firstDecision: 'repeat',
        pauses: [
          { id: PAUSED, kind: 'paused', words: 'lunch', at: '2026-11-20T10:00:00.000Z', by: 'Anna Test' },
          { id: RESUMED, kind: 'resumed', words: null, at: '2026-11-20T10:30:00.000Z', by: 'Ben Test' },
        ],
      }),
    )
    expect(text).toContain('As found: inside its error limit (largest +0.100 % of span)')
    expect(text).toContain('Not adjusted: the as-found readings are also the as-left readings.')
    expect(text).toContain('Readings, taken again, not counted')
    expect(text).toContain('Decision “repeat” after “Taken again, not counted”, because: try')
    expect(text).toContain('paused 20 Nov 2026, 11:00, Anna Test: lunch')
    expect(text).toContain('resumed 20 Nov 2026, 11:30, Ben Test')
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

describe('a certificate lasts and can be read aloud', () => {
  const source = (): CertificateSource => {
    const record = recordForDocument({ asLeftRounds: 1 })
    const trace = traceOf(record, new Map())
    return {
      ...{ record, trace, hash: 'ab'.repeat(32), timeZone: 'UTC', paper: 'a4', standing: UNREVIEWED, proofKey: KEY },
    }
  }
  test('it says of itself that it is PDF/A-2, level B, and has its colours with it (ISO 19005-2, 6.6.4, 6.2.3; from memory)', async () => {
    const pdf = await certificatePdf(source())
    const text = pdf.toString('latin1')
    expect(text).toContain('<pdfaid:part>2</pdfaid:part>')
    expect(text).toContain('<pdfaid:conformance>B</pdfaid:conformance>')
    expect(text).toContain('/S /GTS_PDFA1')
    expect(text).toContain('/Marked true')
    expect((await pdfText(pdf)).fontsEmbedded).toBe(true)
  })
  test('its tags are title, headings, tables with their heads, and a picture with words (ISO 32000-1, 14.8.4)', async () => {
    const document = await getDocument({ data: new Uint8Array(await certificatePdf(source())), verbosity: 0 }).promise
    const roles: string[] = []
    const alts: string[] = []
    for (let number = 1; number <= document.numPages; number++)
      walkTags(await (await document.getPage(number)).getStructTree(), roles, alts)
    for (const role of ['H1', 'H2', 'P', 'Table', 'TR', 'TH', 'TD', 'Figure']) expect(roles, role).toContain(role)
    expect(alts).toEqual([expect.stringContaining('Error at each point')])
  })
})

type Tag = { role?: string; alt?: string; type?: string; children?: readonly Tag[] }

function walkTags(tag: Tag | null, roles: string[], alts: string[]): void {
  if (tag?.role) roles.push(tag.role)
  if (tag?.alt) alts.push(tag.alt)
  for (const child of tag?.children ?? []) walkTags(child, roles, alts)
}
