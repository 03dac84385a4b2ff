import PDFDocument from 'pdfkit'
import { limitWords } from '@/core/error/limitWords'
import { formatPlain, formatReading } from '@/core/format/formatNumber'
import { formatDate, formatDateTime } from '@/core/format/formatTime'
import { ofCountedRounds } from '@/core/run/roundRole'
import { signalLabel } from '@/core/signal/signal'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { corridorFrame } from '@/pictures/corridorFrame'
import { errorCorridor } from '@/pictures/errorCorridor'
import { LIGHT } from '@/pictures/palette'
import { bodyWords } from '@/schema/body'
import { INSTRUMENT_KINDS } from '@/schema/configuration'
import type { SealedRecord } from '@/schema/record'
import { transferWords } from '@/schema/transfer'
import type { Standard } from '@/schema/world'
import { rangeText, unitWithKind } from '../services/beam'
import { conformity } from './certificateConformity'
import { roundTable } from './certificateRounds'
import type { CertificateSource, Doc } from './certificateSource'
import { displayWords, planWords } from './certificateWords'
import { corrections, loopCheck, outOfService, pauses } from './certificateWork'
import { drawScene } from './drawScene'
import { registerFonts } from './fonts'
import { CONTENT_WIDTH, ensureRoom, facts, heading, numberPages, PAGE, paragraph, table } from './page'

/** The certificate of a sealed record as PDF, A4, fonts embedded. The same record always gives the same content. */
export function certificatePdf(source: CertificateSource): Promise<Buffer> {
  const { record, hash } = source
  const { tag } = record.world.instrument
  const doc = new PDFDocument({
    size: 'A4',
    margins: PAGE,
    bufferPages: true,
    lang: 'en',
    info: {
      Title: `Calibration certificate ${record.sequence}: ${tag}`,
      Author: record.site,
      Subject: `As found and as left of ${tag}`,
      CreationDate: new Date(record.signature.signedAt),
    },
  })
  registerFonts(doc)
  title(doc, source)
  identification(doc, source)
  conformity(doc, source)
  references(doc, source)
  picture(doc, record)
  for (const round of record.rounds) roundTable(doc, record, round)
  loopCheck(doc, source)
  outOfService(doc, source)
  corrections(doc, source)
  pauses(doc, source)
  signature(doc, source)
  numberPages(
    doc,
    `Record ${record.sequence} · ${tag} · ${record.site} · SHA-256 ${hash.slice(0, 16)}… · Only whole, unless the issuer agrees.`,
  )
  return finished(doc)
}

function finished(doc: Doc): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    const chunks: Buffer[] = []
    doc.on('data', (chunk: Buffer) => chunks.push(chunk))
    doc.on('end', () => resolve(Buffer.concat(chunks)))
    doc.on('error', reject)
    doc.end()
  })
}

function title(doc: Doc, { record }: CertificateSource): void {
  doc
    .font('bold')
    .fontSize(17)
    .fillColor(LIGHT.ink)
    .text('Calibration certificate', PAGE.left, PAGE.top, { continued: true })
  doc.font('text').fontSize(11).fillColor(LIGHT.soft).text(`   no. ${record.sequence}`)
  doc.y = PAGE.top + 24
  paragraph(doc, record.site, { size: 10.5 })
  doc
    .moveTo(PAGE.left, doc.y + 5)
    .lineTo(PAGE.width - PAGE.right, doc.y + 5)
    .lineWidth(1.5)
    .stroke(LIGHT.brass)
  doc.moveDown(0.6)
}

function identification(doc: Doc, { record, timeZone }: CertificateSource): void {
  const { world, run } = record
  const { configuration: c } = world
  if (world.amends)
    paragraph(
      doc,
      `Amends record ${world.amends.sequence} (SHA-256 ${world.amends.hash.slice(0, 16)}…), because: ${world.amends.reason}`,
      { isBold: true },
    )
  heading(doc, 'Instrument')
  facts(doc, [
    ['Tag', world.instrument.tag],
    ['Description', `${c.description} (${c.area})`],
    ['Kind', INSTRUMENT_KINDS[c.kind]],
    ['Range', `${rangeText(c)}; output ${signalLabel(c.signal)}, ${transferWords(c.transfer)}`],
    ...(c.displayScale ? [['Display', displayWords(c.displayScale)] as [string, string]] : []),
    [
      'Sensor',
      `${formatPlain(c.lrl)} … ${formatPlain(c.url)} ${unitWithKind(c)}, smallest span ${formatPlain(c.minSpan)} ${pressureUnitLabel(c.unit)}`,
    ],
    ...(c.body ? [['Body', bodyWords(c.body, c.unit)] as [string, string]] : []),
    ...(c.hostRoot ? [['Host', 'takes the square root'] as [string, string]] : []),
    ['Error limit', limitWords(c.errorLimit)],
    ['Adjust limit', c.adjustLimit ? limitWords(c.adjustLimit) : 'none'],
    ['Configuration', `version ${world.configurationVersion}; points taken ${planWords(world)}`],
    [
      'Calibrated',
      `begun ${formatDateTime(run.startedAt, timeZone)} by ${run.startedBy}, signed ${formatDateTime(record.signature.signedAt, timeZone)} (${timeZone})`,
    ],
    ['Conditions', conditionWords(record)],
  ])
}

function conditionWords({ world: { environment: e } }: SealedRecord): string {
  const known = [
    e.ambientCelsius !== null && `ambient ${formatReading(e.ambientCelsius)} °C`,
    e.relativeHumidityPercent !== null && `humidity ${formatReading(e.relativeHumidityPercent)} %`,
    e.barometricHPa !== null && `barometer ${formatReading(e.barometricHPa)} hPa`,
  ].filter(Boolean)
  return known.length > 0 ? known.join(', ') : 'not noted'
}

function references(doc: Doc, { record }: CertificateSource): void {
  heading(doc, 'References', 90)
  const { inputReference, furtherReferences = [], outputReference } = record.world
  const row = (role: string, standard: Standard) => [
    role,
    `${standard.code}, ${standard.description}`,
    `${formatPlain(standard.rangeLow)} … ${formatPlain(standard.rangeHigh)} ${standard.quantity === 'pressure' ? pressureUnitLabel(standard.unit) : standard.unit}`,
    limitWords(standard.accuracy),
    standard.certificate,
    `${formatDate(standard.calibratedOn)} – ${formatDate(standard.dueOn)}`,
  ]
  const columns = ['For', 'Reference', 'Range', 'Accuracy', 'Certificate', 'Valid']
  const shares = [0.7, 2.3, 1.4, 2.2, 1, 1.6]
  table(
    doc,
    columns.map((head, index) => ({ head, share: shares[index] ?? 1, align: 'left' as const })),
    [
      ...[inputReference, ...furtherReferences].map((reference) => row('input', reference)),
      ...(outputReference ? [row('output', outputReference)] : []),
    ],
  )
}

function picture(doc: Doc, record: SealedRecord): void {
  const height = 150
  const { asFound, asLeft } = ofCountedRounds(record.rounds, record.results)
  heading(doc, asLeft ? 'Error: as found hollow, as left filled' : 'Error as found', height + 24)
  const scene = errorCorridor(
    {
      ...corridorFrame(record.world),
      series: [
        { label: 'As found', style: 'as-found', points: asFound?.points ?? [] },
        ...(asLeft ? [{ label: 'As left', style: 'as-left' as const, points: asLeft.points }] : []),
      ],
    },
    { width: CONTENT_WIDTH, height, fontSize: 8 },
  )
  const y = doc.y
  drawScene(doc, scene, { x: PAGE.left, y })
  doc.x = PAGE.left
  doc.y = y + height + 2
}

function signature(doc: Doc, { record, hash, timeZone }: CertificateSource): void {
  ensureRoom(doc, 120)
  heading(doc, 'Signature and seal', 110)
  facts(doc, [
    ['Performed by', `${record.signature.personName}, signed ${formatDateTime(record.signature.signedAt, timeZone)}`],
    ['Seal, SHA-256', hash],
    ['Record before', record.previousHash],
    ['Run', record.run.id],
    ['Software', `Barys ${record.world.softwareVersion}, ${record.format}`],
  ])
  doc.moveDown(0.3)
  paragraph(
    doc,
    'Signed electronically and sealed: the hash covers every reading, correction and adjustment of this record and the hash of the record before it. It relates only to the instrument named, as it was when calibrated.',
    { size: 8 },
  )
}
