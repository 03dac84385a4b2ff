import { calendarDate, formatDate } from '@/core/format/formatTime'
import { isCorrectionChoice } from '@/core/run/plan/worldAt'
import type { SealedRecord } from '../schema/record'
import type { WorkingReference } from '../schema/world'

/** Where the chain does not hold. */
export type TraceBreak = {
  readonly kind: 'no-certificate' | 'out-of-date' | 'no-laboratory' | 'no-accreditation' | 'record-missing' | 'circle'
  readonly words: string
}

/** A reference as it was used, and what it was calibrated with in its turn. */
export type TraceLink = {
  readonly role: 'input' | 'output' | 'later'
  readonly code: string
  readonly description: string
  readonly certificate: string
  readonly calibratedOn: string
  readonly dueOn: string
  /** Who calibrated it: our own record, or a laboratory outside. */
  readonly by:
    | { readonly kind: 'record'; readonly sequence: number }
    | { readonly kind: 'laboratory'; readonly name: string; readonly accreditation: string }
  readonly breaks: readonly TraceBreak[]
  /** References of our own record; none where it leaves the house. */
  readonly above: readonly TraceLink[]
}

/** The chain of a record: by which references, with which certificates, up to where it leaves the house. */
export type Trace = {
  readonly sequence: number
  readonly tag: string
  /** Calendar date of the work. */
  readonly day: string
  readonly links: readonly TraceLink[]
}

/** Records of our own by their sequence, as far as they are in the chain. */
export type RecordsAbove = ReadonlyMap<number, SealedRecord>

/** The day of the work, on which its references had to be in date. */
const dayOf = ({ world, run }: SealedRecord): string =>
  world.day ?? calendarDate(new Date(run.startedAt), world.timeZone ?? 'UTC')

/** References of a record, those that were exchanged for others too. */
function usedIn({ world, exchanges = [] }: SealedRecord): { role: TraceLink['role']; standard: WorkingReference }[] {
  const { inputReference, furtherReferences = [], outputReference } = world
  return [
    ...[inputReference, ...furtherReferences].map((standard) => ({ role: 'input' as const, standard })),
    ...(outputReference ? [{ role: 'output' as const, standard: outputReference }] : []),
    ...exchanges
      .filter((exchange) => !isCorrectionChoice(exchange))
      .map(({ standard }) => ({ role: 'later' as const, standard })),
  ]
}

/** Records of our own that certificates of the references of a record were made from. */
export const recordsNamedBy = (record: SealedRecord): number[] =>
  usedIn(record).flatMap(({ standard }) => standard.certificateRecord ?? [])

/** The chain of a record, with its breaks. */
export function traceOf(record: SealedRecord, above: RecordsAbove): Trace {
  return {
    sequence: record.sequence,
    tag: record.world.instrument.tag,
    day: dayOf(record),
    links: linksOf(record, above, [record.sequence]),
  }
}

const linksOf = (record: SealedRecord, above: RecordsAbove, path: readonly number[]): TraceLink[] =>
  usedIn(record).map(({ role, standard }) => linkOf(standard, { role, day: dayOf(record), above, path }))

type Place = {
  readonly role: TraceLink['role']
  readonly day: string
  readonly above: RecordsAbove
  /** Records on the way here: a reference cannot have been calibrated by itself. */
  readonly path: readonly number[]
}

function linkOf(standard: WorkingReference, { role, day, above, path }: Place): TraceLink {
  const { code, description, certificate, calibratedOn, dueOn, laboratory = '', accreditation = '' } = standard
  const { certificateRecord: sequence } = standard
  const own = sequence === undefined ? undefined : above.get(sequence)
  const isCircle = sequence !== undefined && path.includes(sequence)
  return {
    ...{ role, code, description, certificate, calibratedOn, dueOn },
    by: sequence === undefined ? { kind: 'laboratory', name: laboratory, accreditation } : { kind: 'record', sequence },
    breaks: [
      ...(certificate === '' ? [broken('no-certificate', `${code} had no certificate`)] : []),
      ...(day > dueOn || day < calibratedOn ? [broken('out-of-date', outOfDate(standard, day))] : []),
      ...(sequence === undefined ? laboratoryBreaks(standard) : []),
      ...(sequence !== undefined && !own
        ? [broken('record-missing', `record ${sequence}, by which ${code} was calibrated, is not there`)]
        : []),
      ...(isCircle ? [broken('circle', `${code} leads back to record ${sequence}`)] : []),
    ],
    above: own && sequence !== undefined && !isCircle ? linksOf(own, above, [...path, sequence]) : [],
  }
}

const outOfDate = ({ code, calibratedOn, dueOn }: WorkingReference, day: string): string =>
  day > dueOn
    ? `${code} was out of date on ${formatDate(day)}: due ${formatDate(dueOn)}`
    : `the certificate of ${code} is of ${formatDate(calibratedOn)}, after the work of ${formatDate(day)}`

function laboratoryBreaks({ code, certificate, laboratory = '', accreditation = '' }: WorkingReference): TraceBreak[] {
  if (certificate === '') return []
  if (laboratory === '') return [broken('no-laboratory', `who calibrated ${code} is not noted`)]
  return accreditation === ''
    ? [broken('no-accreditation', `no accreditation of ${laboratory} is noted, which calibrated ${code}`)]
    : []
}

const broken = (kind: TraceBreak['kind'], words: string): TraceBreak => ({ kind, words })

/** Every break of a chain, the nearest first; none stands twice. */
export const breaksOf = ({ links }: Pick<Trace, 'links'>): TraceBreak[] => {
  const all = links.flatMap((link): TraceBreak[] => [...link.breaks, ...breaksOf({ links: link.above })])
  return all.filter(({ words }, index) => all.findIndex((other) => other.words === words) === index)
}

/** A chain in one sentence. */
export function traceWords(trace: Trace): string {
  const breaks = breaksOf(trace)
  const paths = trace.links.map((link) => pathWords(link)).join('; ')
  return breaks.length === 0
    ? `Every path leads to a laboratory with its accreditation: ${paths}.`
    : `${breaks.map(({ words }) => words).join('; ')}. ${paths}.`
}

function pathWords({ code, certificate, by, above }: TraceLink): string {
  const own = `${code} by ${certificate || 'no certificate'}`
  if (by.kind === 'laboratory') return `${own} of ${by.name || 'nobody noted'}`
  return `${own}, our record ${by.sequence}${above.length > 0 ? ` (${above.map(pathWords).join('; ')})` : ''}`
}
