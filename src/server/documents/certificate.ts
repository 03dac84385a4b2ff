import PDFDocument from 'pdfkit'
import { columnCorrection } from '@/core/conformity/columnCorrection'
import { READING_RULES } from '@/core/conformity/principle'
import { limitWords } from '@/core/error/limitWords'
import { formatPlain, formatReading, formatSigned } from '@/core/format/formatNumber'
import { calendarDate, formatDate, formatDateTime } from '@/core/format/formatTime'
import { ofCountedRounds } from '@/core/run/roundRole'
import { signalLabel } from '@/core/signal/signal'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { CorridorData } from '@/pictures/charts/corridorData'
import { corridorFrame } from '@/pictures/charts/corridorFrame'
import { errorCorridor } from '@/pictures/charts/errorCorridor'
import { LIGHT } from '@/pictures/palette'
import { INSTRUMENT_KINDS } from '@/schema/configuration'
import type { SealedRecord } from '@/schema/record'
import type { PressureStandard, Standard } from '@/schema/world'
import { bodyWords } from '@/words/bodyWords'
import { transferWords } from '@/words/transferWords'
import { rangeText, unitWithKind } from '../services/beam'
import { budget } from './certificateBudget'
import { conformity } from './certificateConformity'
import { roundTable } from './certificateRounds'
import { type CertificateSource, type Doc, type Standing, standingWords } from './certificateSource'
import { displayWords, planWords } from './certificateWords'
import { corrections, loopCheck, outOfService, pauses } from './certificateWork'
import { drawChart } from './drawChart'
import { registerFonts } from './fonts'
import { CONTENT_WIDTH, ensureRoom, facts, heading, numberPages, PAGE, paragraph, table } from './page'
import { pdfBuffer } from './pdfBuffer'

/** The certificate of a sealed record as PDF, A4, fonts embedded. The same record always gives the same content. */
export function certificatePdf(source: CertificateSource): Promise<Buffer> {
  const { record, hash } = source
  const warning = standingWords(source.standing)
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
      CreationDate: new Date(source.standing.printedAt),
    },
  })
  registerFonts(doc)
  return pdfBuffer(doc, () => {
    title(doc, source)
    identification(doc, source)
    conformity(doc, source)
    references(doc, source)
    overrides(doc, source)
    picture(doc, record)
    for (const round of record.rounds) roundTable(doc, record, round)
    budget(doc, source)
    columnCorrections(doc, source)
    loopCheck(doc, source)
    outOfService(doc, source)
    corrections(doc, source)
    pauses(doc, source)
    signature(doc, source)
    numberPages(
      doc,
      `Record ${record.sequence} · ${tag} · ${record.site} · SHA-256 ${hash.slice(0, 16)}… · Only whole, unless the issuer agrees.`,
      warning,
    )
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
  if (record.issuer) paragraph(doc, record.issuer.address, { size: 9 })
  doc
    .moveTo(PAGE.left, doc.y + 5)
    .lineTo(PAGE.width - PAGE.right, doc.y + 5)
    .lineWidth(1.5)
    .stroke(LIGHT.brass)
  doc.moveDown(0.6)
}

function identification(doc: Doc, { record, timeZone, standing }: CertificateSource): void {
  const { world, run } = record
  const { configuration: c } = world
  if (world.amends)
    paragraph(
      doc,
      `Amends record ${world.amends.sequence} (SHA-256 ${world.amends.hash.slice(0, 16)}…), because: ${world.amends.reason}`,
      { isBold: true },
    )
  heading(doc, 'Instrument')
  const { nameplate = {} } = c
  const plate = [nameplate.maker, nameplate.model].filter(Boolean).join(', ')
  facts(doc, [
    ['Tag', world.instrument.tag],
    ['Maker, model', plate || 'not in the register'],
    ['Serial number', nameplate.serialNumber ?? 'not in the register'],
    ['Customer', c.owner ?? `${record.site}, for its own plant`],
    ['Place of work', c.area],
    ['Condition', world.itemCondition ?? 'nothing noted'],
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
    ['Error limit', `${limitWords(c.errorLimit)}; source: ${c.limitSource ?? 'the site’s register of instruments'}`],
    ['Adjust limit', c.adjustLimit ? limitWords(c.adjustLimit) : 'none'],
    ['Configuration', `version ${world.configurationVersion}; points taken ${planWords(world)}`],
    ...(record.issuer
      ? [['Method', `${record.issuer.method} (Barys ${world.softwareVersion})`] as [string, string]]
      : []),
    ['Work', `${workDays(record, timeZone)}; begun ${formatDateTime(run.startedAt, timeZone)} by ${run.startedBy}`],
    [
      'Issued',
      `signed ${formatDateTime(record.signature.signedAt, timeZone)} (${timeZone}), this copy ${formatDateTime(standing.printedAt, timeZone)}`,
    ],
    ['Conditions', conditionWords(record)],
    ...(world.rangeChange ? [['Range change', rangeChangeWords(world.rangeChange, timeZone)] as [string, string]] : []),
  ])
}

/** Calendar days on which readings were taken. */
function workDays({ rounds }: SealedRecord, timeZone: string): string {
  const days = rounds.flatMap(({ steps }) =>
    steps.flatMap(({ readings }) => readings.map(({ takenAt }) => calendarDate(new Date(takenAt), timeZone))),
  )
  const [first, last] = [days.toSorted()[0], days.toSorted().at(-1)]
  if (!first || !last) return 'no readings'
  return first === last ? `done ${formatDate(first)}` : `done ${formatDate(first)} to ${formatDate(last)}`
}

const rangeChangeWords = (
  { headline, reason, by, at, bodyWork }: NonNullable<SealedRecord['world']['rangeChange']>,
  timeZone: string,
) => `${headline}, ${formatDateTime(at, timeZone)} by ${by}: ${reason}${bodyWork ? `; ${bodyWork}` : ''}`

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
    `${standard.code}, ${standard.description}${standard.serialNumber ? `, serial ${standard.serialNumber}` : ''}`,
    `${formatPlain(standard.rangeLow)} … ${formatPlain(standard.rangeHigh)} ${standard.quantity === 'pressure' ? pressureUnitLabel(standard.unit) : standard.unit}`,
    standard.certified
      ? `U ${limitWords(standard.certified.uncertainty)}, k = ${formatPlain(standard.certified.coverageFactor)}`
      : limitWords(standard.accuracy),
    `${standard.certificate}${standard.laboratory ? `, ${standard.laboratory}` : ''}`,
    `${formatDate(standard.calibratedOn)} – ${formatDate(standard.dueOn)}`,
  ]
  const columns = ['For', 'Reference', 'Range', 'Accuracy or U', 'Certificate, laboratory', 'Valid']
  const shares = [0.7, 2.2, 1.3, 1.9, 1.7, 1.6]
  table(
    doc,
    columns.map((head, index) => ({ head, share: shares[index] ?? 1, align: 'left' as const })),
    [
      ...[inputReference, ...furtherReferences].map((reference) => row('input', reference)),
      ...(outputReference ? [row('output', outputReference)] : []),
    ],
  )
  paragraph(
    doc,
    'Traceability: each reference was calibrated under the certificate named, by the laboratory named there, whose own references carry its results on to the SI. A laboratory that is not named here is named on that certificate.',
    { size: 8 },
  )
}

/** References used though they did not fit, and who let them. */
function overrides(doc: Doc, { record }: CertificateSource): void {
  for (const { code, amiss, reason, by } of record.world.overrides ?? [])
    paragraph(doc, `${code} did not fit (${amiss.join('; ')}) and was used all the same, by ${by}: ${reason}`, {
      isBold: true,
    })
}

/** What leaving out the temperature of a water column comes to. */
function columnWords({ unit, principle }: PressureStandard, ambient: string | null): string {
  if (principle !== 'liquid-column') return ''
  if (ambient === null) return 'The temperature of the liquid was not noted.'
  const correction = columnCorrection(unit, Number(ambient))
  if (!correction) return ''
  const percent = (1 / correction.factor - 1) * 100
  return `At ${formatReading(ambient)} °C a scale made for ${correction.scaleFor} reads ${formatSigned(percent, 2)} %: counted in the uncertainty.`
}

/** Corrections of a liquid column that were made and that were not. */
function columnCorrections(doc: Doc, { record }: CertificateSource): void {
  const { inputReference, furtherReferences = [], environment } = record.world
  for (const reference of [inputReference, ...furtherReferences]) {
    const rule = READING_RULES[reference.principle]
    if (!rule || rule.corrections.length === 0) continue
    const ambient = environment.ambientCelsius
    paragraph(
      doc,
      `${reference.code} is read by rule and stands as read: not corrected for ${rule.corrections.join(', ')}. ${columnWords(reference, ambient)}`,
      { size: 8.5 },
    )
  }
}

function picture(doc: Doc, record: SealedRecord): void {
  const height = 150
  const { asFound, asLeft } = ofCountedRounds(record.rounds, record.results)
  heading(doc, asLeft ? 'Error: as found hollow, as left filled' : 'Error as found', height + 24)
  const corridor: CorridorData = {
    ...corridorFrame(record.world),
    series: [
      { label: 'As found', style: 'as-found', points: asFound?.points ?? [] },
      ...(asLeft ? [{ label: 'As left', style: 'as-left' as const, points: asLeft.points }] : []),
    ],
  }
  const { y } = doc
  drawChart(doc, (style) => errorCorridor(corridor, style), { x: PAGE.left, y, width: CONTENT_WIDTH, height })
  doc.x = PAGE.left
  doc.y = y + height + 2
}

/** The signer, and who else took readings that the signer vouches for as recorded. */
function performedBy({ signature, rounds }: SealedRecord): string {
  const readers = new Set(
    rounds.flatMap(({ steps }) => steps.flatMap(({ readings }) => readings.map(({ takenBy }) => takenBy))),
  )
  const others = [...readers].filter((name) => name !== signature.personName)
  if (others.length === 0) return signature.personName
  if (!readers.has(signature.personName))
    return `${others.join(', ')}; recorded and signed for by ${signature.personName}`
  return `${signature.personName} and ${others.join(', ')} (who read which point stands under each table)`
}

/** Who looked at the record and signed that it may be issued. Source: ISO/IEC 17025:2017, 7.8.2.1 o. */
function authorised({ reviews, supersededBy }: Standing, timeZone: string): string {
  const last = reviews.at(-1)
  const words = !last
    ? 'nobody yet: not reviewed'
    : last.outcome === 'reviewed'
      ? `${last.personName}, who reviewed the record and authorises its issue, signed ${formatDateTime(last.signedAt, timeZone)}`
      : `nobody: returned by ${last.personName}, ${formatDateTime(last.signedAt, timeZone)}${last.remark ? `: ${last.remark}` : ''}`
  return supersededBy === null ? words : `${words}; superseded by record ${supersededBy}`
}

function signature(doc: Doc, { record, hash, timeZone, standing }: CertificateSource): void {
  ensureRoom(doc, 120)
  heading(doc, 'Signature and seal', 110)
  facts(doc, [
    ['Performed by', `${performedBy(record)}, signed ${formatDateTime(record.signature.signedAt, timeZone)}`],
    ['Authorised by', authorised(standing, timeZone)],
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
