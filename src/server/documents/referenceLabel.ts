import { formatPlain } from '@/core/format/formatNumber'
import { unitLabel } from '@/core/units/pressureUnit'
import { LIGHT } from '@/pictures/palette'
import type { Reference, ReferenceRange } from '@/schema/reference'
import type { LabelSize } from '@/schema/site'
import { drawCode } from './drawCode'
import { fittedLine } from './fittedLine'
import { labelPdf, sizeInPoints } from './labelPage'

type LabelSource = {
  readonly reference: Reference
  /** Where the code leads: our own address. */
  readonly origin: string
  readonly site: string
  readonly size: LabelSize
}

/** Laid out for a common size of self-adhesive labels. */
const [WIDTH, HEIGHT] = sizeInPoints('70x37' satisfies LabelSize)
const MARGIN = 9
const CODE_SIZE = 72
/** More of them would be too small to read. */
const MOST_RANGES = 3

/** The label of a reference: what it is, and a code that leads to where it is taken along and given back. */
export function referenceLabelPdf(source: LabelSource): Promise<Buffer> {
  const { reference, size } = source
  const info = { Title: `Label ${reference.code}`, Subject: reference.facts.description }
  return labelPdf({ size: sizeInPoints(size), laidOutFor: [WIDTH, HEIGHT], info }, (doc) => drawLabel(doc, source))
}

function drawLabel(doc: PDFKit.PDFDocument, { reference, origin, site }: LabelSource): void {
  const { code, facts } = reference
  const width = WIDTH - 3 * MARGIN - CODE_SIZE
  const x = MARGIN
  fittedLine(doc, code, { x, y: MARGIN, width, size: 19, isBold: true })
  fittedLine(doc, facts.description, { x, y: 32, width, size: 8.5 })
  if (facts.serialNumber) fittedLine(doc, `serial ${facts.serialNumber}`, { x, y: 44, width, size: 8 })
  const ranges = facts.ranges.filter(({ isRemoved }) => !isRemoved).slice(0, MOST_RANGES)
  ranges.forEach((range, index) => {
    fittedLine(doc, rangeWords(range), { x, y: 56 + index * 10.5, width, size: 8 })
  })
  fittedLine(doc, site, { x, y: HEIGHT - MARGIN - 9, width, size: 7, colour: LIGHT.soft })
  const at = { x: WIDTH - MARGIN - CODE_SIZE, y: MARGIN, size: CODE_SIZE }
  drawCode(doc, `${origin}/references/${encodeURIComponent(code)}`, at)
  const below = { x: at.x, y: HEIGHT - MARGIN - 9, width: CODE_SIZE, size: 7, colour: LIGHT.soft }
  fittedLine(doc, 'take along · give back', below)
}

function rangeWords({ mark, rangeLow, rangeHigh, unit }: ReferenceRange): string {
  return `${mark === '' ? '' : `${mark}  `}${formatPlain(rangeLow)} … ${formatPlain(rangeHigh)} ${unitLabel(unit)}`
}
