import PDFDocument from 'pdfkit'
import { formatDate, formatDateTime } from '@/core/format/formatTime'
import { CHANGE_IDS, CHANGES } from '@/core/impact/recomputedRun'
import { MOVEMENTS } from '@/core/impact/whenMoved'
import { impactChart } from '@/pictures/charts/impactChart'
import { LIGHT } from '@/pictures/palette'
import { becomesWords, limitWords, meaningWords, ROUND_WORDS, wasWords } from '@/plans/impactWords'
import type { ImpactAsk, ImpactRow, ImpactSummary } from '@/schema/impact'
import { type Column, column } from '@/schema/list/column'
import type { Paper } from '@/schema/site'
import { drawChart } from './drawChart'
import { registerFonts } from './fonts'
import type { ListFile } from './listFile'
import { contentWidth, ensureRoom, facts, heading, MARGINS, numberPages, PAPER_SIZES, paragraph, table } from './page'
import { pdfBuffer } from './pdfBuffer'

/** What a report is made from. */
export type ImpactSource = {
  readonly code: string
  readonly description: string
  readonly ask: ImpactAsk
  /** How it was off, in words. */
  readonly found: string
  readonly summary: ImpactSummary
  /** The days in question, from the first moment to the last, in the site’s zone. */
  readonly beginsMs: number
  readonly endsMs: number
  readonly site: string
  readonly by: string
  readonly now: Date
  readonly timeZone: string
  readonly paper: Paper
}

/** The impact of a reference in doubt on paper: what was supposed, what follows, and every record that changes. */
export function impactReportPdf(source: ImpactSource): Promise<Buffer> {
  const doc = new PDFDocument({
    size: PAPER_SIZES[source.paper],
    margins: MARGINS,
    bufferPages: true,
    info: { Title: `Impact of ${source.code}`, Subject: source.found },
    lang: 'en',
  })
  registerFonts(doc)
  return pdfBuffer(doc, () => drawReport(doc, source))
}

function drawReport(doc: PDFKit.PDFDocument, source: ImpactSource): void {
  const { code, description, ask, found, summary, beginsMs, endsMs, site, by, now, timeZone } = source
  const { counts, rows, runs, open } = summary
  doc.font('bold').fontSize(17).fillColor(LIGHT.ink).text(`Impact of ${code}`, MARGINS.left, MARGINS.top)
  paragraph(doc, description, { size: 10.5 })
  doc.moveDown(0.5)
  facts(doc, [
    ['Supposed', `${found}; ${MOVEMENTS[ask.movement].says}${ask.on ? ` (${formatDate(ask.on)})` : ''}`],
    ['In doubt', `${formatDate(ask.from)} to ${formatDate(ask.to)}`],
    [
      'Calibrations',
      `${runs} sealed in this time${open > 0 ? `; ${open} open runs use it too and are not in here` : ''}`,
    ],
    ['They say', CHANGE_IDS.map((change) => `${CHANGES[change]}: ${counts[change]}`).join('; ')],
    ['Worked out', `${formatDateTime(now, timeZone)}, by ${by}`],
  ])
  paragraph(
    doc,
    'Each calibration is judged again from its raw readings by its own rule, limits and stated uncertainty. When the reference moved is a supposition; the sealed records stay as they are.',
    { size: 8 },
  )
  const height = 190
  ensureRoom(doc, height + 12)
  const y = doc.y + 8
  const dots = { dots: summary.dots, counts, from: beginsMs, to: endsMs }
  drawChart(doc, (style) => impactChart(dots, style), { x: MARGINS.left, y, width: contentWidth(doc), height })
  doc.y = y + height + 4
  doc.x = MARGINS.left
  heading(doc, 'What changes')
  if (rows.length === 0) paragraph(doc, 'No record says anything else.')
  else table(doc, PDF_COLUMNS, rows.slice(0, MOST_ON_PAPER).map(cellsOfRow))
  const all = CHANGE_IDS.reduce((sum, change) => (change === 'same' ? sum : sum + counts[change]), 0)
  const listed = Math.min(rows.length, MOST_ON_PAPER)
  if (all > listed)
    paragraph(doc, `The gravest ${listed} of ${all} are listed here; the list as CSV or XLSX has them all.`)
  numberPages(doc, `${site}: impact of ${code}, supposed ${found}. No certificate; the records hold what was found.`)
}

/** More pages than that nobody signs; the list has the others. */
const MOST_ON_PAPER = 200

const left = (head: string, share: number) => ({ head, share, align: 'left' as const })
const right = (head: string, share: number) => ({ head, share, align: 'right' as const })
const PDF_COLUMNS = [
  left('Change', 1.5),
  left('Instrument', 2.4),
  left('Record', 1.3),
  right('Was', 1.4),
  right('Becomes', 1.4),
  right('Limit', 0.9),
  left('Process may have been read', 2),
  left('Again since', 1.4),
]
const cellsOfRow = (row: ImpactRow): string[] => [
  CHANGES[row.change],
  `${row.tag} ${row.description}, ${row.area}`,
  `${row.sequence}, ${formatDate(row.day)}`,
  wasWords(row),
  becomesWords(row),
  limitWords(row),
  [meaningWords(row), ...(row.change === 'to-fail' ? [ROUND_WORDS[row.round]] : [])].join(', '),
  row.doneSince ? `record ${row.doneSince.sequence}, ${formatDate(row.doneSince.day)}` : '',
]

const COLUMNS: readonly Column[] = [
  column({ key: 'change', title: 'Change' }),
  column({ key: 'tag', title: 'Tag' }),
  column({ key: 'description', title: 'Description' }),
  column({ key: 'area', title: 'Area' }),
  column({ key: 'record', title: 'Record' }),
  column({ key: 'day', title: 'Calibrated' }),
  column({ key: 'round', title: 'Round' }),
  column({ key: 'before', title: 'Error as sealed' }),
  column({ key: 'after', title: 'Error with the reference corrected' }),
  column({ key: 'limit', title: 'Limit' }),
  column({ key: 'basis', title: '% of' }),
  column({ key: 'riskBefore', title: 'Risk as sealed' }),
  column({ key: 'riskAfter', title: 'Risk then' }),
  column({ key: 'errorInput', title: 'Process read wrong by' }),
  column({ key: 'unit', title: 'Unit' }),
  column({ key: 'again', title: 'Calibrated again, record' }),
]

/** The same as a list, every figure in full. */
export const impactReportList = ({ rows }: ImpactSummary): ListFile => ({
  columns: COLUMNS,
  rows: rows.map((row) => ({
    change: CHANGES[row.change],
    tag: row.tag,
    description: row.description,
    area: row.area,
    record: String(row.sequence),
    day: row.day,
    round: row.round,
    before: figure(row.before),
    after: figure(row.after),
    limit: figure(row.limit),
    basis: row.basis,
    riskBefore: figure(row.riskBefore),
    riskAfter: figure(row.riskAfter),
    errorInput: figure(row.errorInput),
    unit: row.unitLabel,
    again: row.doneSince ? String(row.doneSince.sequence) : '',
  })),
})

const figure = (value: number | null): string => (value === null ? '' : String(Number(value.toPrecision(6))))
