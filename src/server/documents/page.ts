import { LIGHT } from '@/pictures/palette'
import { fontFor } from './fonts'

/** A4 in points, with margins. */
export const PAGE = { width: 595.28, height: 841.89, left: 46, right: 46, top: 46, bottom: 62 } as const
export const CONTENT_WIDTH = PAGE.width - PAGE.left - PAGE.right

type Doc = PDFKit.PDFDocument

/** Begins a new page unless this much height is left. */
export function ensureRoom(doc: Doc, height: number): void {
  if (doc.y + height > PAGE.height - PAGE.bottom) doc.addPage()
}

/** A section heading. Keeps some of what follows on its page. */
export function heading(doc: Doc, words: string, room = 60): void {
  ensureRoom(doc, room)
  doc.moveDown(0.7)
  doc.font('bold').fontSize(10.5).fillColor(LIGHT.ink).text(words, PAGE.left, doc.y)
  doc.moveDown(0.25)
}

/** Running text over the whole width, or a narrower one beside something. */
export function paragraph(
  doc: Doc,
  words: string,
  { isBold = false, size = 9, width = CONTENT_WIDTH }: { isBold?: boolean; size?: number; width?: number } = {},
): void {
  doc.font(fontFor(words, isBold)).fontSize(size).fillColor(LIGHT.ink)
  ensureRoom(doc, doc.heightOfString(words, { width }))
  doc.text(words, PAGE.left, doc.y, { width })
}

/** Name and value in two columns, two pairs a line where both are short. */
export function facts(doc: Doc, pairs: readonly (readonly [name: string, value: string])[]): void {
  const nameWidth = 104
  for (const [name, value] of pairs) {
    doc.font(fontFor(value)).fontSize(9)
    const height = doc.heightOfString(value, { width: CONTENT_WIDTH - nameWidth })
    ensureRoom(doc, height)
    const y = doc.y
    doc.font(fontFor(name)).fillColor(LIGHT.soft).text(name, PAGE.left, y, { width: nameWidth })
    doc
      .font(fontFor(value))
      .fillColor(LIGHT.ink)
      .text(value, PAGE.left + nameWidth, y, { width: CONTENT_WIDTH - nameWidth, features: ['tnum'] })
    doc.y = y + height + 1.5
  }
  doc.x = PAGE.left
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
  doc.table({
    position: { x: PAGE.left, y: doc.y },
    maxWidth: CONTENT_WIDTH,
    columnStyles: columns.map(({ share }) => ({ width: (share / total) * CONTENT_WIDTH })),
    defaultStyle: {
      border: [0, 0, 0.5, 0],
      borderColor: LIGHT.rule,
      padding: { top: 2.2, bottom: 2.2, left: 2, right: 4 },
    },
    data: [
      columns.map(({ head, align }) => cell(head, align, true)),
      ...rows.map((row) => row.map((text, index) => cell(text, columns[index]?.align ?? 'left', false))),
    ],
  })
  doc.x = PAGE.left
}

/** Footer of every page, once all pages are there: what it is, page x of y, and at the head what is to be known first. */
export function numberPages(doc: Doc, words: string, warning: string | null = null): void {
  const { start, count } = doc.bufferedPageRange()
  for (let index = 0; index < count; index++) {
    doc.switchToPage(start + index)
    doc.page.margins.bottom = 0 // the footer lies in the margin; PDFKit would start a page for it
    if (warning)
      doc
        .font('bold')
        .fontSize(9)
        .fillColor(LIGHT.clay)
        .text(warning, PAGE.left, 24, { width: CONTENT_WIDTH, align: 'right', lineBreak: false })
    const y = PAGE.height - 40
    doc
      .moveTo(PAGE.left, y - 6)
      .lineTo(PAGE.width - PAGE.right, y - 6)
      .lineWidth(0.5)
      .stroke(LIGHT.rule)
    doc.font(fontFor(words)).fontSize(7.5).fillColor(LIGHT.soft)
    doc.text(words, PAGE.left, y, { width: CONTENT_WIDTH - 70, lineBreak: true })
    doc
      .font('text')
      .text(`page ${index + 1} of ${count}`, PAGE.left, y, { width: CONTENT_WIDTH, align: 'right', lineBreak: false })
  }
}
