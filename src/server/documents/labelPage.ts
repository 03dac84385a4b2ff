import PDFDocument from 'pdfkit'
import { registerFonts } from './fonts'
import { pdfBuffer } from './pdfBuffer'

const POINTS_PER_MM = 72 / 25.4

/** Width and height in points. */
export type Size = readonly [width: number, height: number]

/** Points of a size such as `100x60`, in millimetres. */
export function sizeInPoints(size: string): Size {
  const [width = 0, height = 0] = size.split('x').map(Number)
  return [width * POINTS_PER_MM, height * POINTS_PER_MM]
}

/** A label as PDF: laid out for one size, and drawn as large as fits on another, in its middle. */
export function labelPdf(
  { size, laidOutFor, info }: { size: Size; laidOutFor: Size; info: Record<'Title' | 'Subject', string> },
  draw: (doc: PDFKit.PDFDocument) => void,
): Promise<Buffer> {
  const doc = new PDFDocument({ size: [...size], margin: 0, info, lang: 'en' })
  registerFonts(doc)
  const scale = Math.min(size[0] / laidOutFor[0], size[1] / laidOutFor[1])
  return pdfBuffer(doc, () => {
    doc.translate((size[0] - scale * laidOutFor[0]) / 2, (size[1] - scale * laidOutFor[1]) / 2).scale(scale)
    draw(doc)
  })
}
