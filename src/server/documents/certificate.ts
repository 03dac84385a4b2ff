import PDFDocument from 'pdfkit'
import { displayError } from '@/core/analysis/displayError'
import { stageErrors } from '@/core/analysis/stageErrors'
import { tightestAccuracyRatio, USUAL_RATIO_FLOOR } from '@/core/conformity/accuracyRatio'
import { limitWords } from '@/core/error/limitWords'
import type { PointVerdict } from '@/core/error/verdict'
import { computedDecimals, formatFixed, formatPlain, formatReading, formatSigned } from '@/core/format/formatNumber'
import { formatDate, formatDateTime } from '@/core/format/formatTime'
import { hostError } from '@/core/loop/hostCheck'
import { decimalsShown, stepDecimals } from '@/core/run/decimalsShown'
import { ERROR_BASIS_WORDS, errorBasis, shownPercent } from '@/core/run/errorBasis'
import { HOOK_UPS } from '@/core/run/hookUp'
import { judgingBasis } from '@/core/run/judgeSteps'
import { POINT_ORDERS } from '@/core/run/plan'
import { pointName } from '@/core/run/pointScale'
import { referenceOfPoint } from '@/core/run/referenceOfPoint'
import { isTransmitted, signalLabel } from '@/core/signal/signal'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { errorCorridor } from '@/pictures/errorCorridor'
import { LIGHT } from '@/pictures/palette'
import { adjustmentWords } from '@/schema/adjustmentWords'
import { INSTRUMENT_KINDS } from '@/schema/configuration'
import { hostScale, loopCheckOf } from '@/schema/hostScale'
import type { SealedRecord } from '@/schema/record'
import { transferWords } from '@/schema/transfer'
import type { Standard, World } from '@/schema/world'
import { rangeText, unitWithKind } from '../services/beam'
import { drawScene } from './drawScene'
import { registerFonts } from './fonts'
import { CONTENT_WIDTH, ensureRoom, facts, heading, numberPages, PAGE, paragraph, table } from './page'

/** What a certificate is made from: the sealed record, its hash, and the zone its times are shown in. */
export type CertificateSource = { readonly record: SealedRecord; readonly hash: string; readonly timeZone: string }
type Doc = PDFKit.PDFDocument

const VERDICTS: Record<PointVerdict, string> = {
  inside: 'inside its error limit',
  'inside-look': 'inside its error limit, beyond the adjust limit',
  outside: 'OUTSIDE its error limit',
}
const SHORT: Record<PointVerdict, string> = { inside: 'inside', 'inside-look': 'inside, look', outside: 'OUTSIDE' }

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

function conformity(doc: Doc, { record }: CertificateSource): void {
  heading(doc, 'Statement of conformity')
  const { asFound, asLeft } = record.conformity
  const rounds = record.rounds.length
  paragraph(doc, `As found: ${VERDICTS[asFound]} (largest ${largest(record, 0)}).`, { isBold: true })
  paragraph(
    doc,
    rounds > 1
      ? `As left: ${VERDICTS[asLeft]} (largest ${largest(record, rounds - 1)}).`
      : 'Not adjusted: the as-found readings are also the as-left readings.',
    { isBold: rounds > 1 },
  )
  const decision = record.rounds[0]?.decision
  if (decision?.decision === 'repair') paragraph(doc, 'Decision: taken out for repair.')
  if (decision?.reason) paragraph(doc, `Decision “${decision.decision}”, because: ${decision.reason}`)
  if (record.signature.remark) paragraph(doc, `Remark: ${record.signature.remark}`)
  doc.moveDown(0.2)
  paragraph(
    doc,
    `Rule: simple acceptance (ILAC-G8:09/2019). A point is inside when |error| is not larger than the error limit at the input applied; the verdict is that of the worst point. Error = output − ideal output for the input actually applied. ${transferRule(record.world)}Measurement uncertainty is not taken into account. ${ratioWords(record)}`,
    { size: 8 },
  )
}

/** The largest error of a round as this record shows errors: the point that uses most of its own limit. */
function largestShown(world: World, result: SealedRecord['results'][number] | undefined): number {
  const point = result?.points.find(({ errorPercentSpan }) => errorPercentSpan === result.largestErrorPercentSpan)
  if (!point) return 0
  return shownPercent(point.errorPercentSpan, point.applied, { basis: errorBasis(world), range: world.configuration })
}

const largest = ({ results, world }: SealedRecord, round: number) =>
  `${formatSigned(largestShown(world, results[round]), 3)} ${ERROR_BASIS_WORDS[errorBasis(world)]}`

function ratioWords({ world }: SealedRecord): string {
  const { configuration, inputReference, furtherReferences } = world
  const basis = { range: configuration, url: configuration.url }
  return [inputReference, ...(furtherReferences ?? [])]
    .flatMap((reference) => {
      if (reference.quantity !== 'pressure') return []
      const percents = world.points
        .map(({ percent }) => percent)
        .filter((percent) => referenceOfPoint(percent, world).id === reference.id)
      const tightest = tightestAccuracyRatio([...new Set(percents)], configuration.errorLimit, { basis, reference })
      if (!tightest) return []
      const remark = tightest.ratio < USUAL_RATIO_FLOOR ? `, under the usual ${USUAL_RATIO_FLOOR} : 1` : ''
      const at = pointName(tightest.atPercent, configuration)
      return [
        `Error limit over accuracy of ${reference.code} at its tightest (${at}): ${formatFixed(tightest.ratio, 1)} : 1${remark}.`,
      ]
    })
    .join(' ')
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
  heading(doc, record.rounds.length > 1 ? 'Error: as found hollow, as left filled' : 'Error as found', height + 24)
  const [asFound] = record.results
  const asLeft = record.results.length > 1 ? record.results.at(-1) : undefined
  const scene = errorCorridor(
    {
      basis: judgingBasis(record.world),
      unitLabel: pressureUnitLabel(record.world.configuration.unit),
      testPoints: [...new Set(record.world.points.map(({ percent }) => percent))],
      errorBasis: errorBasis(record.world),
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

function roundTable(doc: Doc, record: SealedRecord, round: SealedRecord['rounds'][number]): void {
  const { world } = record
  const { scale, range } = judgingBasis(world)
  const basis = errorBasis(world)
  const shown = { basis, range }
  const isTransmitting = isTransmitted(world.configuration.signal)
  const rangeUnit = pressureUnitLabel(range.unit)
  const result = record.results[round.round]
  const decimals = decimalsShown(
    world,
    round.steps.flatMap((step) => step.readings.slice(-1).map(({ output }) => output)),
  )
  const columns = [
    { head: 'Point', share: 1.3, align: 'left' as const },
    ...[
      `Applied, ${pressureUnitLabel(world.inputUnit)}`,
      `${world.configuration.signal === 'digital-value' ? 'PV' : 'Reading'}, ${scale.unit}`,
      `Ideal, ${scale.unit}`,
      `Error, ${scale.unit}`,
      `Error, ${basis === 'span' ? '% span' : '% reading'}`,
      ...(isTransmitting ? [`Error, ${rangeUnit}`] : []),
      `Limit, ${basis === 'span' ? '% span' : '% reading'}`,
    ].map((head) => ({ head, share: 1.15, align: 'right' as const })),
    { head: 'Verdict', share: 1.2, align: 'left' as const },
  ]
  const rows = round.steps.map((step, index) => {
    const reading = step.readings.at(-1)
    const point = result?.points[index]
    if (!reading || !point)
      return [pointName(step.percent, world.configuration), ...Array<string>(isTransmitting ? 8 : 7).fill('')]
    const own = stepDecimals(step, reading, { world, decimals })
    return [
      pointWords(world, step),
      formatReading(reading.applied),
      formatReading(reading.output),
      formatFixed(point.idealOutput, own.computedOutput),
      formatSigned(point.errorOutput, own.computedOutput),
      formatSigned(shownPercent(point.errorPercentSpan, point.applied, shown), own.percent),
      ...(isTransmitting ? [point.errorInput === null ? '—' : formatSigned(point.errorInput, own.errorInput)] : []),
      `±${formatFixed(shownPercent(point.limitPercentSpan, point.applied, shown), own.percent)}`,
      `${SHORT[point.verdict]}${point.cutOff ? ' *' : ''}`,
    ]
  })
  heading(doc, roundName(record, round.round), 40 + rows.length * 14)
  table(doc, columns, rows)
  doc.moveDown(0.2)
  const hysteresis = result?.hysteresisPercentSpan
  paragraph(
    doc,
    `Largest error ${largest(record, round.round)}${hysteresis === null || hysteresis === undefined ? '' : `, hysteresis ${formatFixed(hysteresis, 3)} % of span`}.`,
    { size: 8.5 },
  )
  if (result?.points.some(({ cutOff }) => cutOff))
    paragraph(doc, '* at or below the low-flow cut-off: judged by its own rule, stated above.', { size: 8 })
  if (round.planReason) paragraph(doc, `Fewer points than as found, because: ${round.planReason}`, { size: 8.5 })
  overshoots(doc, record, round)
  digitalTable(doc, record, round)
  displayTable(doc, record, round)
  adjustments(doc, record, round)
}

/** PV and AO beside what was applied and what the meter read, and the error of each stage. */
function digitalTable(doc: Doc, record: SealedRecord, round: SealedRecord['rounds'][number]): void {
  if (!record.world.readsDigital) return
  const basis = judgingBasis(record.world)
  const { range, scale } = basis
  const rows = round.steps.flatMap((step, index) => {
    const reading = step.readings.at(-1)
    const point = record.results[round.round]?.points[index]
    if (!reading?.pv || !reading.ao || !point) return []
    const stages = stageErrors({ ...point, pv: Number(reading.pv), ao: Number(reading.ao) }, basis)
    if (!stages) return []
    return [
      [
        pointWords(record.world, step),
        formatReading(reading.pv),
        formatReading(reading.ao),
        formatReading(reading.output),
        formatSigned(stages.sensorPercentSpan, 3),
        formatSigned(stages.outputPercentSpan, 3),
      ],
    ]
  })
  heading(doc, 'Digital readings', 40 + rows.length * 14)
  const heads = [
    `PV, ${pressureUnitLabel(range.unit)}`,
    `AO, ${scale.unit}`,
    `Meter, ${scale.unit}`,
    'PV less applied, % span',
    'Meter less AO, % span',
  ]
  table(
    doc,
    [
      { head: 'Point', share: 1.3, align: 'left' as const },
      ...heads.map((head) => ({ head, share: 1.3, align: 'right' as const })),
    ],
    rows,
  )
}

/** The instrument's own display beside what it should show for the input applied. */
function displayTable(doc: Doc, record: SealedRecord, round: SealedRecord['rounds'][number]): void {
  const { displayScale } = record.world.configuration
  if (!record.world.readsDisplay || !displayScale) return
  const rows = round.steps.flatMap((step, index) => {
    const reading = step.readings.at(-1)
    const point = record.results[round.round]?.points[index]
    if (!reading?.display || !point) return []
    const shown = displayError({ ...point, display: Number(reading.display) }, judgingBasis(record.world), displayScale)
    const decimals = computedDecimals(reading.display)
    return [
      [
        pointWords(record.world, step),
        formatReading(reading.display),
        formatFixed(shown.ideal, decimals),
        formatSigned(shown.error, decimals),
        formatSigned(shown.errorPercent, 3),
      ],
    ]
  })
  heading(doc, 'Display', 40 + rows.length * 14)
  const heads = [
    `Shown, ${displayScale.unit}`,
    `Ideal, ${displayScale.unit}`,
    `Error, ${displayScale.unit}`,
    'Error, % of scale',
  ]
  table(
    doc,
    [
      { head: 'Point', share: 1.3, align: 'left' as const },
      ...heads.map((head) => ({ head, share: 1.3, align: 'right' as const })),
    ],
    rows,
  )
}

/** Points that were gone past and approached again. */
function overshoots(doc: Doc, { world }: SealedRecord, round: SealedRecord['rounds'][number]): void {
  const past = round.steps.flatMap((step) =>
    (step.overshoots ?? []).map(({ applied }) => `${pointWords(world, step)}: ${formatReading(applied)}`),
  )
  if (past.length === 0) return
  paragraph(
    doc,
    `Gone past and approached again (applied, ${pressureUnitLabel(world.inputUnit)}): ${past.join('; ')}.`,
    { size: 8.5 },
  )
}

const pointWords = ({ configuration }: World, step: SealedRecord['rounds'][number]['steps'][number]): string =>
  `${pointName(step.percent, configuration)} ${step.direction}${step.cycle ? ` (${step.cycle})` : ''}`

const displayWords = ({ lower, upper, unit }: NonNullable<World['configuration']['displayScale']>) =>
  `${formatPlain(lower)} … ${formatPlain(upper)} ${unit} at 0 … 100 % output`

function planWords({ points, configuration, dwellSeconds }: World): string {
  const names = [...new Set(points.map(({ percent }) => pointName(percent, configuration)))]
  const order = points.some(({ direction }) => direction === 'falling') ? 'up-down' : 'up'
  const cycles = Math.max(...points.map(({ cycle }) => cycle ?? 1))
  return [
    `${names.join(', ')}${configuration.pointScale === 'input' ? ' of span' : ''}, ${POINT_ORDERS[order]}`,
    ...(cycles > 1 ? [`${cycles} cycles`] : []),
    ...(dwellSeconds ? [`each held ${dwellSeconds} s`] : []),
  ].join(', ')
}

/** How a limit of the pressure is carried to the output of a root, where there is one. */
function transferRule({ configuration: { transfer } }: World): string {
  if (transfer.kind === 'linear') return ''
  const carried =
    'The limit is one of the pressure applied and is carried through the square root to the output, point by point. '
  if (transfer.kind === 'root-with-line' || transfer.cutOffPercent === 0) return carried
  return `${carried}Below the cut-off the output is to be at 0 % within the limit as % of output span; within the limit of the cut-off either side of it is right. `
}

function roundName({ rounds }: SealedRecord, round: number): string {
  if (round === 0) return rounds.length === 1 ? 'Readings, as found and as left' : 'Readings, as found'
  return rounds.length === 2 ? 'Readings, as left' : `Readings, as left, round ${round} of ${rounds.length - 1}`
}

function adjustments(doc: Doc, { world }: SealedRecord, round: SealedRecord['rounds'][number]): void {
  const units = { output: judgingBasis(world).scale.unit, input: pressureUnitLabel(world.inputUnit) }
  const list = (title: string, acts: typeof round.adjustments) => {
    if (acts.length === 0) return
    heading(doc, title)
    for (const done of acts) paragraph(doc, `· ${adjustmentWords(done, units)} (${done.doneBy})`)
  }
  list(
    'Adjustment',
    round.adjustments.filter(({ kind }) => kind !== 'hot-offset'),
  )
  list(
    'Hot offset, at operating pressure, after these readings and no part of their errors',
    round.adjustments.filter(({ kind }) => kind === 'hot-offset'),
  )
}

/** How it was taken out of service and put back, in one paragraph; the record holds every step. */
function outOfService(doc: Doc, { record }: CertificateSource): void {
  const { workSteps, world } = record
  if (!workSteps) return
  const skipped = workSteps.filter(({ outcome }) => outcome === 'not-applicable')
  const handOver = workSteps.find(({ item }) => item === 'hand-over')
  heading(doc, 'Out of service and back')
  paragraph(
    doc,
    `${HOOK_UPS[world.configuration.hookUp]}: ${workSteps.length - skipped.length} steps ticked as done, ${skipped.length} as not applicable.`,
  )
  if (handOver?.words) paragraph(doc, `Hand-over: ${handOver.words}`)
}

/** What the host showed for the transmitter's output. */
function loopCheck(doc: Doc, { record }: CertificateSource): void {
  const checks = record.loopChecks ?? []
  if (checks.length === 0) return
  const scale = hostScale(record.world.configuration)
  const rows = checks.map((check) => {
    const error = hostError(loopCheckOf(check), scale)
    return [
      `${formatPlain(check.percent)} %`,
      formatReading(check.hostValue),
      formatFixed(error.idealValue, computedDecimals(check.hostValue)),
      formatSigned(error.errorPercent, 2),
      check.senseOhms === null
        ? ''
        : `${formatReading(check.senseVolts ?? '')} V over ${formatReading(check.senseOhms)} Ω`,
      error.milliamp === null ? '' : formatFixed(error.milliamp, 3),
    ]
  })
  heading(doc, 'Loop check: what the host shows', 40 + rows.length * 14)
  const heads = [`Shows, ${scale.unit}`, `Should, ${scale.unit}`, 'Error, % scale', 'Sense resistor', 'mA']
  table(
    doc,
    [
      { head: 'Output', share: 1, align: 'left' as const },
      ...heads.map((head) => ({ head, share: 1.3, align: 'right' as const })),
    ],
    rows,
  )
}

function corrections(doc: Doc, { record, timeZone }: CertificateSource): void {
  const lines = record.rounds.flatMap((round) =>
    round.steps.flatMap((step) =>
      step.readings.slice(1).map((reading, index) => {
        const before = step.readings[index]
        const point = `${roundName(record, round.round).replace('Readings, ', '')}, ${pointWords(record.world, step)}`
        return `· ${point}: ${before?.applied} → ${before?.output} replaced by ${reading.applied} → ${reading.output}, ${formatDateTime(reading.takenAt, timeZone)}, ${reading.takenBy}: ${reading.reason}`
      }),
    ),
  )
  if (lines.length === 0) return
  heading(doc, 'Corrected readings')
  for (const line of lines) paragraph(doc, line)
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
