import PDFDocument from 'pdfkit'
import { decimalsOfSpan, formatFixed } from '@/core/format/formatNumber'
import { formatDateTime } from '@/core/format/formatTime'
import { outputScale } from '@/core/signal/signal'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { LIGHT } from '@/pictures/palette'
import { setUpPlan } from '@/plans/setUpPlan'
import type { SavedDesk } from '@/schema/desks'
import type { Paper } from '@/schema/site'
import type { ConfiguredInstrument } from '../sql/register/instrument'
import { drawCode } from './drawCode'
import { registerFonts } from './fonts'
import { contentWidth, heading, MARGINS, numberPages, PAPER_SIZES, paragraph, table } from './page'
import { pdfBuffer } from './pdfBuffer'

type SheetSource = {
  readonly instrument: ConfiguredInstrument
  readonly saved: SavedDesk<'set-up'>
  /** Where the code leads: our own address. */
  readonly origin: string
  readonly timeZone: string
  readonly paper: Paper
}

const CODE_SIZE = 78

/** The saved set-up sheet on paper: what to key in, in its order, with boxes to tick, and a code that leads back to it. */
export function setUpSheetPdf(source: SheetSource): Promise<Buffer> {
  const { instrument } = source
  const doc = new PDFDocument({
    size: PAPER_SIZES[source.paper],
    margins: MARGINS,
    bufferPages: true,
    info: { Title: `Set-up sheet ${instrument.tag}`, Subject: `from version ${instrument.version}` },
    lang: 'en',
  })
  registerFonts(doc)
  return pdfBuffer(doc, () => drawSheet(doc, source))
}

function drawSheet(doc: PDFKit.PDFDocument, { instrument, saved, origin, timeZone }: SheetSource): void {
  const { tag, configuration, version } = instrument
  const plan = setUpPlan(configuration, saved.setUp)
  const unit = pressureUnitLabel(saved.setUp.unit)
  doc.font('bold').fontSize(17).fillColor(LIGHT.ink).text(`Set-up sheet ${tag}`, MARGINS.left, MARGINS.top)
  const width = contentWidth(doc) - CODE_SIZE - 12
  paragraph(doc, configuration.description, { size: 10.5, width })
  paragraph(
    doc,
    `From version ${version}; saved ${formatDateTime(saved.savedAt, timeZone)} by ${saved.savedBy}. Read each value back and write it beside; then record it at the code.`,
    { width },
  )
  drawCode(doc, `${origin}/instruments/${encodeURIComponent(tag)}/set-up`, {
    x: doc.page.width - MARGINS.right - CODE_SIZE,
    y: MARGINS.top - 8,
    size: CODE_SIZE,
  })
  doc.y = Math.max(doc.y, MARGINS.top + CODE_SIZE)
  for (const words of [...plan.objections, ...plan.notes]) paragraph(doc, words, { isBold: true })
  heading(doc, 'Key in, in this order')
  const head = (name: string, share: number) => ({ head: name, share, align: 'left' as const })
  table(
    doc,
    [head('', 0.5), head('Value, and why', 4.2), head('Was', 1.7), head('Key in', 1.7), head('Reads back', 1.3)],
    plan.items.map((item, index) => [
      `${index + 1}  ☐`,
      `${item.name} – ${item.why}`,
      item.before ?? 'not known',
      item.isChanged ? item.after : `${item.after} (stays)`,
      '',
    ]),
  )
  heading(doc, 'It should then show')
  const scale = outputScale(configuration.signal, { ...saved.setUp, unitLabel: unit })
  const pvDecimals = decimalsOfSpan(plan.shows.map(({ pv }) => pv))
  const displayDecimals =
    saved.setUp.displayDecimals ?? decimalsOfSpan(plan.shows.flatMap(({ display }) => display ?? []))
  const hasDisplay = plan.shows.some(({ display }) => display !== null)
  const right = (name: string) => ({ head: name, share: 1, align: 'right' as const })
  table(
    doc,
    [
      head('Span', 1),
      right(`PV, ${unit}`),
      right(`Output, ${scale.unit}`),
      ...(hasDisplay ? [right(`Display, ${saved.setUp.displayUnit}`)] : []),
    ],
    plan.shows.map(({ percent, pv, output, display }) => [
      `${percent} %`,
      formatFixed(pv, pvDecimals),
      formatFixed(output, scale.decimals),
      ...(display === null ? [] : [formatFixed(display, displayDecimals)]),
    ]),
  )
  numberPages(doc, `Set-up sheet ${tag}. The maker’s manual and the site’s permit go before it.`)
}
