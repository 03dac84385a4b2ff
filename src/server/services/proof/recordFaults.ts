import { ofCountedRounds } from '@/core/run/roundRole'
import type { RunState } from '@/core/run/runState'
import type { SealedRecord } from '@/schema/record'
import type { SealCheck } from '../../sql/proof/sealCheck'
import type { Seal } from '../../sql/records/seal'
import { sealedState } from '../records/sealedRecord'
import { sealListing } from '../records/sealListing'

/** Between two workings of the same figures; far below any digit shown. */
const RELATIVE = 1e-9

/**
 * What a record says follows from its readings, and does not.
 *
 * @param state worked out from the rows by the core as it is now
 * @returns in words, none where it stands
 */
export function resultFaults({ results, conformity, rounds }: SealedRecord, state: RunState): string[] {
  const faults = results.flatMap(({ points, verdict, round }) => {
    const again = state.rounds[round]
    if (again?.points.length !== points.length) return [`round ${round + 1}: its readings are not those it judges`]
    return [
      ...points.flatMap((point, index) => {
        const now = again.points[index]
        const agrees = now?.verdict === point.verdict && isNear(now.errorPercentSpan, point.errorPercentSpan)
        return agrees ? [] : [`round ${round + 1}, point ${index + 1}: its readings give another error or verdict`]
      }),
      ...(again.analysis.verdict === verdict ? [] : [`round ${round + 1}: its readings give another verdict`]),
    ]
  })
  const { asFound, asLeft } = ofCountedRounds(rounds, state.rounds)
  const agrees =
    conformity.asFound === asFound?.analysis.verdict && conformity.asLeft === (asLeft ?? asFound)?.analysis.verdict
  return agrees ? faults : [...faults, 'its statement of conformity is not that of its readings']
}

/** Denormalised columns of a record that disagree with the record itself. */
export function besideFaults(record: SealedRecord, seal: Seal, beside: SealCheck | null): string[] {
  if (!beside) return ['its run is gone']
  const { personName, signedAt } = record.signature
  return [
    ...(beside.runStatus === 'sealed' ? [] : [`its run is ${beside.runStatus}, not sealed`]),
    ...(beside.instrumentId === record.world.instrument.id ? [] : ['its run belongs to another instrument']),
    ...(seal.sealedAt.getTime() === Date.parse(signedAt) ? [] : ['its time of sealing is not that of its signature']),
    ...(beside.signer === personName ? [] : ['its signature points to another person']),
    ...(beside.toldHash === seal.hash ? [] : ['the event of its sealing is gone, or tells another hash']),
    ...listingFaults(record, beside),
    ...beside.reviews.flatMap(({ hash, named, person }) => [
      ...(hash === seal.hash ? [] : ['a review of it names another hash']),
      ...(named === person ? [] : ['a review of it names another person than it points to']),
    ]),
  ]
}

/** Records of before listed their errors by other rules; their verdicts and what they amend are looked at all the same. */
function listingFaults(record: SealedRecord, { listing }: SealCheck): string[] {
  const own = sealListing({ world: record.world, rounds: record.rounds }, sealedState(record))
  const isOfNow = record.results.every(({ nearestLimitErrorPercentSpan }) => nearestLimitErrorPercentSpan !== undefined)
  const areFigures =
    !isOfNow ||
    (isNear(own.asFoundErrorPercent, listing.asFoundErrorPercent) &&
      isNear(own.asLeftErrorPercent, listing.asLeftErrorPercent) &&
      isNear(own.shareOfLimit, listing.shareOfLimit) &&
      own.errorBasis === listing.errorBasis)
  return [
    ...(own.asFound === listing.asFound && own.asLeft === listing.asLeft ? [] : ['lists show another verdict of it']),
    ...(areFigures ? [] : ['lists show another error of it']),
    ...(own.amends === listing.amends ? [] : ['lists say it amends another record']),
  ]
}

const isNear = (a: number, b: number) => Math.abs(a - b) <= RELATIVE * Math.max(1, Math.abs(a), Math.abs(b))
