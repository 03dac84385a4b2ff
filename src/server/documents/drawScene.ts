import { LIGHT } from '@/pictures/palette'
import { type Scene, type Shape, trianglePoints } from '@/pictures/scene'
import { fontFor } from './fonts'

/** Draws a scene as vectors at a place on the page, in the light palette. */
export function drawScene(doc: PDFKit.PDFDocument, scene: Scene, at: { x: number; y: number }): void {
  doc.save().translate(at.x, at.y)
  for (const shape of scene.shapes) drawShape(doc, shape)
  doc.restore()
}

function drawShape(doc: PDFKit.PDFDocument, shape: Shape): void {
  switch (shape.kind) {
    case 'line':
      path(doc, shape.points)
      doc.lineWidth(shape.weight * 0.75)
      if (shape.dash) doc.dash(shape.dash[0] ?? 1, { space: shape.dash[1] ?? 1 })
      doc.stroke(LIGHT[shape.tone]).undash()
      break
    case 'area':
      path(doc, shape.points)
      doc.closePath().fill(LIGHT[shape.tone])
      break
    case 'box':
      doc.roundedRect(shape.x, shape.y, shape.width, shape.height, shape.radius ?? 0)
      if (shape.outline) doc.lineWidth(0.75).fillAndStroke(LIGHT[shape.tone], LIGHT[shape.outline])
      else doc.fill(LIGHT[shape.tone])
      break
    case 'text':
      drawText(doc, shape)
      break
    case 'mark':
      drawMark(doc, shape)
      break
    default:
      shape satisfies never
  }
}

function path(doc: PDFKit.PDFDocument, points: readonly (readonly [number, number])[]): void {
  for (const [index, [x, y]] of points.entries()) index === 0 ? doc.moveTo(x, y) : doc.lineTo(x, y)
}

function drawText(
  doc: PDFKit.PDFDocument,
  { x, y, text, tone, size, anchor, isBold }: Extract<Shape, { kind: 'text' }>,
): void {
  doc.font(fontFor(text, isBold)).fontSize(size).fillColor(LIGHT[tone])
  const width = doc.widthOfString(text, { features: ['tnum'] })
  const left = { start: x, middle: x - width / 2, end: x - width }[anchor]
  // Scenes place text by its baseline, PDFKit by its top unless told otherwise.
  doc.text(text, left, y, { lineBreak: false, baseline: 'alphabetic', features: ['tnum'] })
}

function drawMark(
  doc: PDFKit.PDFDocument,
  { x, y, mark, tone, size, isFilled }: Extract<Shape, { kind: 'mark' }>,
): void {
  const colour = LIGHT[tone]
  const radius = size * 0.42
  doc.lineWidth(1.1)
  switch (mark) {
    case 'up':
    case 'down':
      path(doc, trianglePoints(x, y, size * 0.8, mark))
      doc.closePath().fillAndStroke(isFilled ? colour : LIGHT.card, colour)
      break
    case 'inside':
      doc.circle(x, y, radius).fill(colour)
      break
    case 'look':
      doc.circle(x, y, radius).stroke(colour)
      doc.path(`M${x} ${y - radius} A${radius} ${radius} 0 0 0 ${x} ${y + radius} Z`).fill(colour)
      break
    case 'outside':
      doc.lineWidth(size * 0.18).lineCap('round')
      doc
        .moveTo(x - radius, y - radius)
        .lineTo(x + radius, y + radius)
        .stroke(colour)
      doc
        .moveTo(x + radius, y - radius)
        .lineTo(x - radius, y + radius)
        .stroke(colour)
      doc.lineCap('butt')
      break
    default:
      mark satisfies never
  }
}
