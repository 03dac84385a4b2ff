import { computedDecimals, formatFixed, formatPlain, formatReading, formatSigned } from '@/core/format/formatNumber'
import { formatDateTime } from '@/core/format/formatTime'
import { hostError } from '@/core/loop/hostCheck'
import { HOOK_UPS } from '@/core/run/plan/hookUp'
import { hostScale, loopCheckOf } from '@/plans/hostScale'
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

/** What the host showed for the transmitter's output. */
export function loopCheck(doc: Doc, { record }: CertificateSource): void {
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
