import { columnCorrection } from '@/core/conformity/columnCorrection'
import { READING_RULES } from '@/core/conformity/principle'
import { limitWords } from '@/core/error/limitWords'
import { formatFixed, formatPlain, formatReading, formatSigned } from '@/core/format/formatNumber'
import { formatDate } from '@/core/format/formatTime'
import { hasHead } from '@/core/pressure/lineHead'
import { isCorrectionChoice, worldAt } from '@/core/run/plan/worldAt'
import { unitLabel } from '@/core/units/pressureUnit'
import { tracePicture } from '@/pictures/tracePicture'
import { breaksOf, type Trace } from '@/plans/traceability'
import type { SealedRecord } from '@/schema/record'
import type { WorkingPressureReference, WorkingReference } from '@/schema/world'
import type { CertificateSource, Doc } from './certificateSource'
import { drawScene } from './drawScene'
import { contentWidth, heading, MARGINS, paragraph, table } from './page'

/** The references with their certificates: to what the results are traceable. */
export function references(doc: Doc, { record, trace }: CertificateSource): void {
  heading(doc, 'References', 90)
  const { inputReference, furtherReferences = [], outputReference, exchanged } = referencesUsed(record)
  const row = (role: string, standard: WorkingReference) => [
    role,
    `${standard.code}, ${standard.description}${standard.serialNumber ? `, serial ${standard.serialNumber}` : ''}`,
    `${formatPlain(standard.rangeLow)} … ${formatPlain(standard.rangeHigh)} ${unitOf(standard)}`,
    knownWords(standard),
    [
      standard.certificate,
      ...(standard.laboratory ? [standard.laboratory] : []),
      ...(standard.accreditation ? [`accreditation ${standard.accreditation}`] : []),
      ...(standard.certificateRecord ? [`our own record ${standard.certificateRecord}`] : []),
    ].join(', '),
    `${formatDate(standard.calibratedOn)} – ${formatDate(standard.dueOn)}`,
  ]
  const columns = ['For', 'Reference', 'Range', 'Accuracy or U', 'Certificate, laboratory', 'Valid']
  const shares = [0.6, 2, 1.2, 1.8, 2.4, 1.4]
  table(
    doc,
    columns.map((head, index) => ({ head, share: shares[index] ?? 1, align: 'left' as const })),
    [
      ...[inputReference, ...furtherReferences].map((reference) => row('input', reference)),
      ...(outputReference ? [row('output', outputReference)] : []),
      ...exchanged.map((standard) => row('later', standard)),
    ],
  )
  traceability(doc, trace)
}

/** The references of a record with their corrections made or left as was chosen last, and those exchanged on the way. */
function referencesUsed({ world, exchanges = [] }: SealedRecord) {
  const choices = exchanges.filter(isCorrectionChoice)
  const later = exchanges.filter((exchange) => !isCorrectionChoice(exchange)).map(({ standard }) => standard)
  const asChosen = (standard: WorkingReference) =>
    choices.findLast(({ replaces }) => replaces === standard.id)?.standard ?? standard
  return { ...worldAt(world, choices), exchanged: later.map(asChosen) }
}

/** The chain as a picture, and in words what does not hold. */
function traceability(doc: Doc, trace: Trace): void {
  const scene = tracePicture(trace, { width: contentWidth(doc), fontSize: 7.5 })
  const breaks = breaksOf(trace)
  heading(doc, 'Traceability', scene.height + 40)
  doc.moveDown(0.2)
  const { y } = doc // writing in the picture moves it
  drawScene(doc, scene, { x: MARGINS.left, y })
  doc.y = y + scene.height + 2
  doc.x = MARGINS.left
  for (const { words } of breaks) paragraph(doc, `${capital(words)}.`, { isBold: true, size: 8 })
  paragraph(
    doc,
    breaks.length === 0
      ? 'Each reference was calibrated under the certificate named; where that was an external laboratory, the references of the laboratory named carry its results on to the SI.'
      : 'The chain to the SI is shown as far as it is known; where it is broken, that is said.',
    { size: 8 },
  )
}

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1)

const unitOf = ({ unit }: WorkingReference) => unitLabel(unit)

/** What its uncertainty is taken from, and whether what it shows is corrected. */
function knownWords(standard: WorkingReference): string {
  const { calibration, certified, accuracy } = standard
  if (calibration)
    return `U of ${calibration.points.length} points, k = ${formatPlain(calibration.coverageFactor)}; readings ${calibration.isApplied ? 'corrected' : 'as shown'}`
  return certified
    ? `U ${limitWords(certified.uncertainty, unitOf(standard))}, k = ${formatPlain(certified.coverageFactor)}`
    : limitWords(accuracy, unitOf(standard))
}

/** References used though they did not fit, and who let them. */
export function overrides(doc: Doc, { record }: CertificateSource): void {
  for (const { code, amiss, reason, by } of record.world.overrides ?? [])
    paragraph(doc, `${code} did not fit (${amiss.join('; ')}) and was used all the same, by ${by}: ${reason}`, {
      isBold: true,
    })
}

/** What leaving out the temperature of a water column comes to. */
function columnWords({ unit, principle }: WorkingPressureReference, ambient: string | null): string {
  if (principle !== 'liquid-column') return ''
  if (ambient === null) return 'The temperature of the liquid was not noted.'
  const correction = columnCorrection(unit, Number(ambient))
  if (!correction) return ''
  const percent = (1 / correction.factor - 1) * 100
  return `At ${formatReading(ambient)} °C a scale made for ${correction.scaleFor} reads ${formatSigned(percent, 2)} %: counted in the uncertainty.`
}

/** What was worked out for a piston, so that it can be worked out again. Source: EURAMET cg-3 (from memory). */
function pistonWords({ code, piston }: WorkingPressureReference): string[] {
  if (!piston) return []
  const figure = (value: number, digits = 6) => formatPlain(Number(value.toPrecision(digits)))
  return [
    `${code}: p = [m · (1 − ρair/ρm) · g + γ · c] / {A₀ · [1 + α · (t − t₀)] · (1 + λ · p)} with the masses and the piston of ${figure(piston.pistonMassKg, 8)} kg, ρm = ${figure(piston.massDensityKgPerM3)} kg/m³, ρair = ${figure(piston.airDensityKgPerM3, 4)} kg/m³, g = ${figure(piston.gravityMPerS2, 8)} m/s², A₀ = ${figure(piston.areaM2 * 1e4, 8)} cm² at ${figure(piston.referenceCelsius)} °C, α = ${figure(piston.areaExpansionPerK * 1e6, 4)}·10⁻⁶/K, t = ${figure(piston.celsius, 4)} °C, λ = ${figure(piston.distortionPerPa * 1e12, 4)}·10⁻⁶/MPa, γ = ${figure(piston.surfaceTensionNPerM * 1e3, 4)} mN/m; gauge pressure at the level of the piston.`,
  ]
}

/** What the reading of a liquid column was multiplied by. */
function weighedWords({ code, column }: WorkingPressureReference): string[] {
  if (!column?.isApplied) return []
  const { factor, celsius, gravityMPerS2 } = column
  const liquid =
    celsius === null ? 'its temperature was not noted or says nothing of it' : `liquid at ${formatPlain(celsius)} °C`
  return [
    `${code}: every reading × ${formatFixed(factor, 6)} for gravity ${formatPlain(gravityMPerS2)} m/s², ${liquid}. Not corrected for the height between column and instrument unless a head is stated.`,
  ]
}

/** Corrections of a reference that is read by rule: those that were made, and those that were not. */
export function columnCorrections(doc: Doc, { record }: CertificateSource): void {
  const { inputReference, furtherReferences = [], exchanged } = referencesUsed(record)
  const ambient = record.world.environment.ambientCelsius
  for (const reference of [inputReference, ...furtherReferences, ...exchanged]) {
    if (reference.quantity !== 'pressure') continue
    const made = [...pistonWords(reference), ...weighedWords(reference)]
    for (const words of made) paragraph(doc, words, { size: 8.5 })
    const rule = READING_RULES[reference.principle]
    if (made.length > 0 || !rule || rule.corrections.length === 0) continue
    const isAtHeight = hasHead(record.world)
    const left = rule.corrections.filter((each) => !(isAtHeight && each.startsWith('the height')))
    const counted = reference.byRulePercent
    paragraph(
      doc,
      `${reference.code} is read by rule and stands as read: not corrected for ${left.join(', ')}${counted === undefined ? '' : `; gravity and air count with ±${formatFixed(counted, 2)} % of the reading in U`}. ${columnWords(reference, ambient)}`,
      { size: 8.5 },
    )
  }
}
