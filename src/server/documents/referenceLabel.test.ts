import { expect, test } from 'vitest'
import { LABEL_SIZES, type LabelSize } from '@/schema/site'
import { pdfText } from '../../../e2e/pdfText'
import { demoReferences } from '../../../scripts/demo/references'
import { referenceLabelPdf } from './referenceLabel'

const sizes = Object.keys(LABEL_SIZES) as LabelSize[] // keys of a const object
const references = demoReferences(new Date('2026-11-20T08:00:00Z'))
test.each(sizes.flatMap((size) => references.map((reference) => [size, reference.code, reference] as const)))(
  '%s mm: the label of %s names it, its ranges and its serial number on one piece',
  async (size, code, reference) => {
    const pdf = await referenceLabelPdf({ reference, size, origin: 'http://x.example', site: 'Trial site' })
    const { text, pages, size: paper, fontsEmbedded } = await pdfText(pdf)
    expect([pages, fontsEmbedded]).toEqual([1, true])
    expect(paper.map((points) => Math.round((points / 72) * 25.4)).join('x')).toBe(size)
    expect(text).toContain(code)
    expect(text).toContain(`serial ${reference.facts.serialNumber}`)
    for (const { rangeHigh } of reference.facts.ranges) expect(text).toContain(String(rangeHigh))
  },
)
