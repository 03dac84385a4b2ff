import { LIGHT } from '@/pictures/palette'
import { fontFor } from './fonts'

type Place = {
  readonly y: number
  readonly x: number
  readonly width: number
  readonly size: number
  readonly isBold?: boolean
  readonly colour?: string
}

const FIGURES: { features: PDFKit.Mixins.OpenTypeFeatures[] } = { features: ['tnum'] }

/** One line that shrinks until it fits, and is cut only where it would become too small to read. */
export function fittedLine(doc: PDFKit.PDFDocument, words: string, place: Place): void {
  const { x, y, width, isBold = false, colour = LIGHT.ink } = place
  const least = 6.5
  let { size } = place
  doc.font(fontFor(words, isBold)).fontSize(size)
  // A point to spare: rounding must not cut the last letter of a range.
  while (size > least && doc.widthOfString(words, FIGURES) > width - 1) {
    size -= 0.5
    doc.fontSize(size)
  }
  doc.fillColor(colour).text(words, x, y, { width, height: size * 1.3, ellipsis: true, ...FIGURES })
}
