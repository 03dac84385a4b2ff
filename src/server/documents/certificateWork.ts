import { computedDecimals, formatFixed, formatPlain, formatReading, formatSigned } from '@/core/format/formatNumber'
import { formatDateTime } from '@/core/format/formatTime'
import { hostVerdict } from '@/core/loop/hostCheck'
import { terminalVerdict } from '@/core/loop/terminalVolts'
import { HOOK_UPS } from '@/core/run/plan/hookUp'
import { hostErrorOf, hostScale } from '@/plans/hostScale'
import type { CertificateSource, Doc } from './certificateSource'
import { pointWords, roundName } from './certificateWords'
import { heading, paragraph, table } from './page'

/** How it was taken out of service and put back, in one paragraph; the record holds every step. */
export function outOfService(doc: Doc, { record }: CertificateSource): void {
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

/** What the host showed for the transmitter's output, and the volts at its input. */
export function loopCheck(doc: Doc, { record }: CertificateSource): void {
  const checks = record.loopChecks ?? []
  if (checks.length === 0) return
  const scale = hostScale(record.world.configuration)
  const percent = (value: number | null) => (value === null ? '' : formatSigned(value, 2))
  const rows = checks.map((check) => {
    const error = hostErrorOf(check, record.world.configuration)
    const verdict = hostVerdict(error, check.limitPercent)
    return [
      `${formatPlain(check.percent)} %`,
      check.hostValue === null ? '' : formatReading(check.hostValue),
      formatFixed(error.idealValue, check.hostValue === null ? 3 : computedDecimals(check.hostValue)),
      percent(error.errorPercent),
      check.senseOhms === null
        ? ''
        : `${formatReading(check.senseVolts ?? '')} V over ${formatReading(check.senseOhms)} Ω`,
      error.idealVolts === null ? '' : formatFixed(error.idealVolts, 4),
      percent(error.voltsErrorPercent),
      check.limitPercent === undefined || verdict === null ? '' : `±${formatPlain(check.limitPercent)} %, ${verdict}`,
    ]
  })
  heading(doc, 'Loop check: what the host shows', 40 + rows.length * 14)
  const heads = [
    `Shows, ${scale.unit}`,
    `Should, ${scale.unit}`,
    'Error, % scale',
    'Sense resistor',
    'Should, V',
    'Error, % of volts',
    'Its own limit',
  ]
  table(
    doc,
    [
      { head: 'Output', share: 0.8, align: 'left' as const },
      ...heads.map((head) => ({ head, share: head === 'Sense resistor' ? 1.7 : 1.2, align: 'right' as const })),
    ],
    rows,
  )
}

/** Volts at the terminals before it was calibrated. */
export function terminals(doc: Doc, { record }: CertificateSource): void {
  const checks = record.terminalChecks ?? []
  if (checks.length === 0) return
  const { loop = null } = record.world
  heading(doc, 'Terminal voltage')
  for (const { milliamp, volts } of checks) {
    const { expectedVolts, words } = terminalVerdict({ milliamp: Number(milliamp), volts: Number(volts) }, loop)
    const computed = expectedVolts === null ? '' : `; the loop card computes ${formatFixed(expectedVolts, 2)} V`
    paragraph(
      doc,
      `· at ${formatReading(milliamp)} mA ${formatReading(volts)} V${computed}${words === null ? '' : `: ${words}`}`,
    )
  }
}

/** Readings that were corrected, with both values and why. */
export function corrections(doc: Doc, { record, timeZone }: CertificateSource): void {
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

/** Interruptions of the work. */
export function pauses(doc: Doc, { record, timeZone }: CertificateSource): void {
  if (!record.pauses) return
  heading(doc, 'Interruptions')
  for (const { kind, at, by, words } of record.pauses)
    paragraph(doc, `· ${kind} ${formatDateTime(at, timeZone)}, ${by}${words ? `: ${words}` : ''}`)
}
