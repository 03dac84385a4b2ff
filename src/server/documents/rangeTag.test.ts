import { expect, test } from 'vitest'
import { Configuration } from '@/schema/configuration'
import { TAG_SIZES, type TagSize } from '@/schema/site'
import { pdfText } from '../../../e2e/pdfText'
import { rangeTagPdf } from './rangeTag'

const configuration = Configuration.parse({
  description: 'Supply to the second hall, orifice behind the return pump, platform three, on the north side of it all',
  area: 'bench',
  kind: 'flow-transmitter',
  pressureKind: 'differential',
  unit: 'mmH2O@20C',
  lrl: -100,
  url: 100,
  minSpan: 2,
  lrv: -12.3456,
  urv: 48.8888,
  signal: '4-20mA',
  errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.5 }] },
  adjustLimit: null,
  intervalMonths: 12,
  testPoints: [0, 50, 100],
  pointOrder: 'up',
  hostRoot: true,
  displayScale: { lower: 0, upper: 32, unit: 't/h' },
  body: {
    family: 'trial',
    capsule: 'T-1',
    maxSpan: null,
    allowsReverse: false,
    links: [{ name: 'long', minSpan: 20, maxSpan: 100 }],
    link: 'long',
  },
})
const instrument = {
  id: '5d1f7c02-6a51-4f0e-9a57-0c1d4be0a001',
  tag: 'UNIT-7/FT-601.B spare, east wing, no. 2',
  isRetired: false,
  registeredAt: new Date(),
  configurationId: '5d1f7c02-6a51-4f0e-9a57-0c1d4be0a002',
  version: 12,
  changedAt: new Date('2026-11-20T23:30:00Z'),
  changedBy: 'Anna Test',
  changeReason: 'trial',
  configuration,
}

const sizes = Object.keys(TAG_SIZES) as TagSize[] // keys of a const object
test.each(sizes)(
  '%s: however long, tag and range stand whole on one page; only the description is cut',
  async (size) => {
    const pdf = await rangeTagPdf({
      ...{ instrument, size, origin: 'http://x.example', timeZone: 'Europe/Prague', site: 'Trial site' },
    })
    const { text, pages, size: paper, fontsEmbedded } = await pdfText(pdf)
    expect(pages).toBe(1)
    expect(paper.map((points) => Math.round((points / 72) * 25.4)).join('x')).toBe(size)
    expect(fontsEmbedded).toBe(true)
    for (const words of [
      instrument.tag,
      '−12.3456 … 48.8888 mmH2O (20 °C) diff.',
      'Output 4 … 20 mA, linear',
      'Host shows 0 … 32 t/h, takes the root',
      'Capsule T-1, link long',
      'Version 12, 21 Nov 2026, Anna Test · Trial site', // the day of the site’s zone
    ])
      expect(text).toContain(words)
  },
)
