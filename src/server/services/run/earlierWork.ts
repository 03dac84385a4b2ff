import { isAccepted, POINT_VERDICTS } from '@/core/error/verdict'
import { calendarDate } from '@/core/format/formatTime'
import { pooledRepeatability } from '@/core/run/judge/pooledRepeatability'
import type { KnownScatter } from '@/core/run/judge/roundScatter'
import { SealedRecord } from '@/schema/record'
import type { World } from '@/schema/world'
import { pool, type Queryable } from '../../database'
import { selectRecordsOfSameRange } from '../../sql/records/earlierRecords'
import { selectSeal } from '../../sql/records/seal'
import type { ConfiguredInstrument } from '../../sql/register/instrument'
import { selectRangeChanges } from '../../sql/register/rangeChange'
import { selectSetUpSheetOf } from '../../sql/run/setUpSheet'
import { largestShare, siteGravity, siteTimeZone } from '../people/site'

/** How many records are looked back on. More say little more, and older ones of an instrument that was. Ours, no source. */
const RECORDS_LOOKED_AT = 6

/** What a run has to know of the work done before on the same range, body and limit. */
export async function earlierWork(
  db: Queryable,
  {
    id: instrumentId,
    configurationId,
    configuration,
  }: Pick<ConfiguredInstrument, 'id' | 'configurationId' | 'configuration'>,
): Promise<Pick<World, 'lastGood' | 'measuresSince' | 'repeatability' | 'rangeChange' | 'setUpSheet'>> {
  const records = await selectRecordsOfSameRange(db, { instrumentId, configurationId, limit: RECORDS_LOOKED_AT })
  const good = records.find(({ asLeft }) => POINT_VERDICTS.some((verdict) => verdict === asLeft && isAccepted(verdict)))
  const [last] = records
  const named = ({ sequence, sealedAt }: (typeof records)[number]) => ({ sequence, sealedAt })
  const repeatability = await repeatabilityOf(db, records, configuration.repeatabilityPercentSpan)
  const [change] = await selectRangeChanges(db, instrumentId)
  const setUpSheet = await selectSetUpSheetOf(db, configurationId)
  return {
    ...(good && { lastGood: named(good) }),
    ...(last && { measuresSince: named(last) }),
    ...(repeatability && { repeatability }),
    ...(change && !last && { rangeChange: changeWords(change) }),
    ...(setUpSheet && { setUpSheet }),
  }
}

/** What Prepare reckons with before a run begins: the day, gravity at the site, and how the instrument scattered before. */
export async function knownBefore(instrument: Parameters<typeof earlierWork>[1], now: Date) {
  const { repeatability } = await earlierWork(pool(), instrument)
  return {
    day: calendarDate(now, await siteTimeZone()),
    siteGravityMPerS2: await siteGravity(),
    largestUncertaintyShare: await largestShare(),
    repeatability,
  }
}

/** Pooled over earlier cycles; where there were none, as the register declares it. */
async function repeatabilityOf(
  db: Queryable,
  records: readonly { readonly sequence: number }[],
  declared: number | undefined,
): Promise<KnownScatter | null> {
  const rounds: Parameters<typeof pooledRepeatability>[0][number][] = []
  for (const { sequence } of records) {
    const seal = await selectSeal(db, sequence)
    if (!seal) continue
    const { results } = SealedRecord.parse(JSON.parse(seal.record))
    for (const { points } of results) rounds.push({ sequence, points })
  }
  const pooled = pooledRepeatability(rounds)
  if (pooled) return pooled
  return declared === undefined
    ? null
    : { standardDeviation: declared, degrees: null, source: 'declared in the register of instruments' }
}

type Change = Awaited<ReturnType<typeof selectRangeChanges>>[number]

function changeWords({ detail, reason, changedBy, changedAt }: Change): NonNullable<World['rangeChange']> {
  const { capsule, capsuleWork } = detail
  return {
    headline: detail.headline,
    reason,
    by: changedBy,
    at: changedAt.toISOString(),
    bodyWork: capsuleWork
      ? `capsule ${capsule ?? ''} put in, serial ${capsuleWork.serial}; bolts to ${capsuleWork.torque} ${capsuleWork.torqueUnit}, by ${capsuleWork.manual}`
      : null,
  }
}
