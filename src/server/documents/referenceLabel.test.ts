import { expect, test } from 'vitest'
import { pdfText } from '../../../e2e/pdfText'
import { demoReferences } from '../../../scripts/demo/references'
import { referenceLabelPdf } from './referenceLabel'

test.each(demoReferences(new Date('2026-11-20T08:00:00Z')).map((reference) => [reference.code, reference] as const))(
  '%s: its label names it, its ranges and its serial number on one piece of 70 × 37 mm',
  async (code, reference) => {
    const pdf = await referenceLabelPdf({ reference, origin: 'http://x.example', site: 'Trial site' })
    const { text, pages, size, fontsEmbedded } = await pdfText(pdf)
    expect([pages, fontsEmbedded]).toEqual([1, true])
    expect(size.map((points) => Math.round((points / 72) * 25.4))).toEqual([70, 37])
    expect(text).toContain(code)
    expect(text).toContain(`serial ${reference.facts.serialNumber}`)
    for (const { rangeHigh } of reference.facts.ranges) expect(text).toContain(String(rangeHigh))
  },
)
