import { LIGHT } from '@/pictures/palette'
import type { Paper } from '@/schema/site'
import { fontFor } from './fonts'
import { artifact, taggedAs, tagRoot } from './tags'

/** What a paper is called in a document. */
export const PAPER_SIZES: Record<Paper, string> = { a4: 'A4', letter: 'LETTER' }
/** Margins of every page, in points; its size is that of its paper. */
export const MARGINS = { left: 46, right: 46, top: 46, bottom: 62 } as const
/** How wide what stands on a page may be. */
export const contentWidth = (doc: Doc): number => doc.page.width - MARGINS.left - MARGINS.right

type Doc = PDFKit.PDFDocument

/** Begins a new page unless this much height is left. */
export function ensureRoom(doc: Doc, height: number): void {
  if (doc.y + height > doc.page.height - MARGINS.bottom) doc.addPage()
}

/** A section heading. Keeps some of what follows on its page. */
export function heading(doc: Doc, words: string, room = 60): void {
  ensureRoom(doc, room)
  doc.moveDown(0.7)
  doc.font('bold').fontSize(10.5).fillColor(LIGHT.ink).text(words, MARGINS.left, doc.y, taggedAs(doc, 'H2'))
  doc.moveDown(0.25)
}

/** Running text over the whole width, or a narrower one beside something. */
export function paragraph(
  doc: Doc,
  words: string,
  { isBold = false, size = 9, width = contentWidth(doc) }: { isBold?: boolean; size?: number; width?: number } = {},
): void {
  doc.font(fontFor(words, isBold)).fontSize(size).fillColor(LIGHT.ink)
  ensureRoom(doc, doc.heightOfString(words, { width }))
  doc.text(words, MARGINS.left, doc.y, { width, ...taggedAs(doc, 'P') })
}

/** Name and value in two columns, two pairs a line where both are short. */
export function facts(doc: Doc, pairs: readonly (readonly [name: string, value: string])[]): void {
  const nameWidth = 104
  for (const [name, value] of pairs) {
    doc.font(fontFor(value)).fontSize(9)
    const height = doc.heightOfString(value, { width: contentWidth(doc) - nameWidth })
    ensureRoom(doc, height)
    const y = doc.y
    doc
      .font(fontFor(name))
      .fillColor(LIGHT.soft)
      .text(name, MARGINS.left, y, { width: nameWidth, ...taggedAs(doc, 'P') })
    doc
      .font(fontFor(value))
      .fillColor(LIGHT.ink)
      .text(value, MARGINS.left + nameWidth, y, {
        width: contentWidth(doc) - nameWidth,
        features: ['tnum'],
        ...taggedAs(doc, 'P'),
      })
    doc.y = y + height + 1.5
  }
  doc.x = MARGINS.left
}

/** Column of a table: heading, width as a share of the content, and where its text stands. */
export type Column = { readonly head: string; readonly share: number; readonly align: 'left' | 'right' }

/** A table with a heading row; PDFKit breaks it over pages. */
export function table(doc: Doc, columns: readonly Column[], rows: readonly (readonly string[])[]): void {
  const total = columns.reduce((sum, column) => sum + column.share, 0)
  const bodySize = columns.length > 9 ? 7.9 : 8.5 // ten columns of readings have less room each
  const cell = (text: string, align: 'left' | 'right', isHead: boolean) => ({
    text,
    align: { x: align, y: 'center' as const },
    font: { src: fontFor(text, isHead), size: isHead ? 7.4 : bodySize },
    textColor: isHead ? LIGHT.soft : LIGHT.ink,
    textOptions: { features: ['tnum' as const] },
  })
  doc.fontSize(bodySize)
  const structParent = tagRoot(doc)
  doc.table({
    ...(structParent && { structParent }),
    position: { x: MARGINS.left, y: doc.y },
    maxWidth: contentWidth(doc),
    columnStyles: columns.map(({ share }) => ({ width: (share / total) * contentWidth(doc) })),
    defaultStyle: {
      border: [0, 0, 0.5, 0],
      borderColor: LIGHT.rule,
      padding: { top: 2.2, bottom: 2.2, left: 2, right: 4 },
    },
    data: [
      columns.map(({ head, align }) => ({ ...cell(head, align, true), type: 'TH' as const })),
      ...rows.map((row) => row.map((text, index) => cell(text, columns[index]?.align ?? 'left', false))),
    ],
  })
  doc.x = MARGINS.left
}

/** Footer of every page, once all pages are there: what it is, page x of y, and at the head what is to be known first. */
export function numberPages(doc: Doc, words: string, warning: string | null = null): void {
  const { start, count } = doc.bufferedPageRange()
  for (let index = 0; index < count; index++) {
    doc.switchToPage(start + index)
    doc.page.margins.bottom = 0 // the footer lies in the margin; PDFKit would start a page for it
    artifact(doc, () => foot(doc, words, { warning, number: `page ${index + 1} of ${count}` }))
  }
}

function foot(doc: Doc, words: string, { warning, number }: { warning: string | null; number: string }): void {
  if (warning)
    doc
      .font('bold')
      .fontSize(9)
      .fillColor(LIGHT.clay)
      .text(warning, MARGINS.left, 24, { width: contentWidth(doc), align: 'right', lineBreak: false })
  const y = doc.page.height - 40
  doc
    .moveTo(MARGINS.left, y - 6)
    .lineTo(doc.page.width - MARGINS.right, y - 6)
    .lineWidth(0.5)
    .stroke(LIGHT.rule)
  doc.font(fontFor(words)).fontSize(7.5).fillColor(LIGHT.soft)
  doc.text(words, MARGINS.left, y, { width: contentWidth(doc) - 70, lineBreak: true })
  doc.font('text').text(number, MARGINS.left, y, { width: contentWidth(doc), align: 'right', lineBreak: false })
}
