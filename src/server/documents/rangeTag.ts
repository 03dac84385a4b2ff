import { formatPlain } from '@/core/format/formatNumber'
import { calendarDate, formatDate } from '@/core/format/formatTime'
import { rangeText } from '@/core/range/rangeText'
import { signalLabel } from '@/core/signal/signal'
import { transferWords } from '@/core/transfer/transferWords'
import { LIGHT } from '@/pictures/palette'
import { hostScale } from '@/plans/hostScale'
import type { TagSize } from '@/schema/site'
import type { ConfiguredInstrument } from '../sql/register/instrument'
import { drawCode } from './drawCode'
import { fittedLine } from './fittedLine'
import { labelPdf, sizeInPoints } from './labelPage'

type TagSource = {
  readonly instrument: ConfiguredInstrument
  /** Where the code leads: our own address. */
  readonly origin: string
  readonly timeZone: string
  readonly site: string
  readonly size: TagSize
}

/** Laid out for a common size of labels that are laminated and tied on. */
const [WIDTH, HEIGHT] = sizeInPoints('100x60' satisfies TagSize)
const MARGIN = 12
const CODE_SIZE = 74

/** A range tag: what the instrument is set to, since when, and a code that leads to it. */
export function rangeTagPdf(source: TagSource): Promise<Buffer> {
  const { instrument, size } = source
  const info = { Title: `Range tag ${instrument.tag}`, Subject: `version ${instrument.version}` }
  return labelPdf({ size: sizeInPoints(size), laidOutFor: [WIDTH, HEIGHT], info }, (doc) => drawTag(doc, source))
}

function drawTag(doc: PDFKit.PDFDocument, { instrument, origin, timeZone, site }: TagSource): void {
  const { tag, configuration, version, changedAt, changedBy } = instrument
  const wide = WIDTH - 2 * MARGIN
  doc
    .roundedRect(5, 5, WIDTH - 10, HEIGHT - 10, 6)
    .lineWidth(1)
    .stroke(LIGHT.ink)
  fittedLine(doc, tag, { x: MARGIN, y: MARGIN, width: wide, size: 22, isBold: true })
  fittedLine(doc, configuration.description, { x: MARGIN, y: 38, width: wide, size: 10 })
  doc.rect(MARGIN, 54, wide, 30).fill(LIGHT.graphite)
  fittedLine(doc, rangeText(configuration), {
    y: 60,
    x: MARGIN + 7,
    width: wide - 14,
    size: 17,
    isBold: true,
    colour: LIGHT.onGraphite,
  })
  const left = WIDTH - MARGIN - CODE_SIZE - 8 - MARGIN
  factsOf(instrument).forEach((line, index) => {
    fittedLine(doc, line, { x: MARGIN, y: 90 + index * 13, width: left, size: 9.5 })
  })
  fittedLine(
    doc,
    `Version ${version}, ${formatDate(calendarDate(changedAt, timeZone))}, ${changedBy}${site === 'site not named' ? '' : ` · ${site}`}`,
    { x: MARGIN, y: HEIGHT - MARGIN - 13, width: left, size: 8, colour: LIGHT.soft },
  )
  drawCode(doc, `${origin}/instruments/${encodeURIComponent(tag)}`, {
    x: WIDTH - MARGIN - CODE_SIZE,
    y: HEIGHT - MARGIN - CODE_SIZE,
    size: CODE_SIZE,
  })
}

function factsOf({ configuration: c }: ConfiguredInstrument): string[] {
  const scale = hostScale(c)
  return [
    `Output ${signalLabel(c.signal)}, ${transferWords(c.transfer)}`,
    `Host shows ${formatPlain(scale.lower)} … ${formatPlain(scale.upper)} ${scale.unit}${scale.takesRoot ? ', takes the root' : ''}`,
    ...(c.body
      ? [
          [c.body.capsule && `Capsule ${c.body.capsule}`, c.body.link && `link ${c.body.link}`]
            .filter(Boolean)
            .join(', '),
        ]
      : []),
  ].filter((line) => line !== '')
}
