import { formatPlain, formatReading } from '@/core/format/formatNumber'
import { calendarDate, formatDate, formatDateTime } from '@/core/format/formatTime'
import { REFERENCE_MEDIA } from '@/core/reference/referenceKind'
import { CONDITION_UNITS, shownCondition } from '@/core/units/conditionUnits'
import { LIGHT } from '@/pictures/palette'
import { certificateFacts } from '@/schema/instrument/fieldLines'
import type { SealedRecord } from '@/schema/record'
import { referenceLevelWords } from '@/words/headWords'
import type { CertificateSource, Doc } from './certificateSource'
import { planWords } from './certificateWords'
import { facts, heading, MARGINS, paragraph } from './page'
import { taggedAs } from './tags'

/** What it is, its number, and who issues it. */
export function title(doc: Doc, { record }: CertificateSource): void {
  doc
    .font('bold')
    .fontSize(17)
    .fillColor(LIGHT.ink)
    .text('Calibration certificate', MARGINS.left, MARGINS.top, { continued: true, ...taggedAs(doc, 'H1') })
  doc
    .font('text')
    .fontSize(11)
    .fillColor(LIGHT.soft)
    .text(`   no. ${record.certificateNumber ?? record.sequence}`, taggedAs(doc, 'P'))
  doc.y = MARGINS.top + 24
  paragraph(doc, record.site, { size: 10.5 })
  if (record.issuer) paragraph(doc, record.issuer.address, { size: 9 })
  doc
    .moveTo(MARGINS.left, doc.y + 5)
    .lineTo(doc.page.width - MARGINS.right, doc.y + 5)
    .lineWidth(1.5)
    .stroke(LIGHT.brass)
  doc.moveDown(0.6)
}

/** The condition of the item stands after the place of work. */
const AFTER_PLACE_OF_WORK = 50

/** The instrument, where, when and under what it was calibrated. */
export function identification(
  doc: Doc,
  { record, timeZone, standing, conditionUnits = 'si' }: CertificateSource,
): void {
  const { world, run } = record
  const { configuration: c } = world
  if (world.amends)
    paragraph(
      doc,
      `Amends record ${world.amends.sequence} (SHA-256 ${world.amends.hash.slice(0, 16)}…), because: ${world.amends.reason}`,
      { isBold: true },
    )
  heading(doc, 'Instrument')
  const context = { site: record.site }
  facts(doc, [
    ['Tag', world.instrument.tag],
    ...certificateFacts(c, context, { to: AFTER_PLACE_OF_WORK }),
    ['Condition', world.itemCondition ?? 'nothing noted'],
    ...certificateFacts(c, context, { from: AFTER_PLACE_OF_WORK }),
    ['Configuration', `version ${world.configurationVersion}; points taken ${planWords(world)}`],
    ...(record.issuer
      ? [['Method', `${record.issuer.method} (Barys ${world.softwareVersion})`] as [string, string]]
      : []),
    ['Work', `${workDays(record, timeZone)}; begun ${formatDateTime(run.startedAt, timeZone)} by ${run.startedBy}`],
    [
      'Issued',
      `signed ${formatDateTime(record.signature.signedAt, timeZone)} (${timeZone}), this copy ${formatDateTime(standing.printedAt, timeZone)}`,
    ],
    ...dampingFact(world),
    ['Reference level', referenceLevelWords(world)],
    ['Medium', mediumWords(world)],
    ['Conditions', conditionWords(record, CONDITION_UNITS[conditionUnits])],
    ...(world.rangeChange ? [['Range change', rangeChangeWords(world.rangeChange, timeZone)] as [string, string]] : []),
    ...(world.setUpSheet ? [['Set-up', setUpWords(world.setUpSheet, timeZone)] as [string, string]] : []),
  ])
}

/** What the references brought to the instrument, as the register has it of each. */
function mediumWords({ inputReference, furtherReferences = [], mediumConfirmed }: SealedRecord['world']): string {
  const references = [inputReference, ...furtherReferences]
  const of = ({ code, media = [] }: (typeof references)[number]) =>
    `${media.length === 0 ? 'not stated' : media.map((medium) => REFERENCE_MEDIA[medium]).join(' or ')} (${code})`
  const said = mediumConfirmed ? `; that it may be used was confirmed by ${mediumConfirmed.by}` : ''
  return references.map(of).join(', ') + said
}

/** Damping as it was found and as it is wanted; nothing where nobody has said. */
function dampingFact({ configuration, dampingFoundSeconds: found }: SealedRecord['world']): [string, string][] {
  const wanted = configuration.setUp?.dampingSeconds
  if (found === undefined && wanted === undefined) return []
  const seconds = (value: number) => `${formatPlain(value)} s`
  return [
    [
      'Damping',
      [
        found === undefined ? 'as found not noted' : `as found ${seconds(found)}`,
        ...(wanted === undefined ? [] : [`by the register ${seconds(wanted)}`]),
      ].join(', '),
    ],
  ]
}

const setUpWords = (
  { by, at, reason, values }: NonNullable<SealedRecord['world']['setUpSheet']>,
  timeZone: string,
): string => {
  const changed = values.filter(({ before, after }) => before !== after)
  const each = changed.map(
    ({ name, before, after, readBack }) =>
      `${name} ${before ?? 'not known'} → ${after}${readBack === null ? '' : ` (reads back ${readBack})`}`,
  )
  return `by sheet, ${formatDateTime(at, timeZone)} by ${by}: ${reason}. ${each.join('; ')}`
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

function conditionWords(
  { world: { environment: e }, signature: { ambientEndCelsius: end } }: SealedRecord,
  { temperature, barometer }: Units,
): string {
  const known = [
    e.ambientCelsius !== null &&
      `ambient ${conditionText(e.ambientCelsius, temperature, '°C')}${end === undefined ? '' : ' as the work began'}`,
    end !== undefined &&
      `${e.ambientCelsius === null ? 'ambient ' : ''}${conditionText(end, temperature, '°C')} as the work ended`,
    e.relativeHumidityPercent !== null && `humidity ${formatReading(e.relativeHumidityPercent)} %`,
    e.barometricHPa !== null && `barometer ${conditionText(e.barometricHPa, barometer, 'hPa')}`,
  ].filter(Boolean)
  return known.length > 0 ? known.join(', ') : 'not noted'
}

type Units = (typeof CONDITION_UNITS)[keyof typeof CONDITION_UNITS]

/** In the unit of the site, and as it is kept where that is another. */
function conditionText(kept: string, unit: Units['temperature' | 'barometer'], keptUnit: string): string {
  const inKept = `${formatReading(kept)} ${keptUnit}`
  return unit.unit === keptUnit ? inKept : `${formatReading(shownCondition(kept, unit))} ${unit.unit} (${inKept})`
}
