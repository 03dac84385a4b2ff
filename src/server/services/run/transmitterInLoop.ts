import { limitPercentSpan } from '@/core/error/errorLimit'
import { calendarDate } from '@/core/format/formatTime'
import { hostScale } from '@/plans/hostScale'
import { LOOP_POINTS, type TransmitterInLoop } from '@/plans/loopCard'
import type { Configuration } from '@/schema/configuration'
import { SealedRecord } from '@/schema/record'
import type { Queryable } from '../../database'
import { selectResultsOf, selectSeal } from '../../sql/records/seal'
import type { ConfiguredInstrument } from '../../sql/register/instrument'

/** A transmitter as an item of its loop: its limit, and the errors its last record left it with. */
export async function transmitterInLoop(
  db: Queryable,
  { id, tag, configuration }: ConfiguredInstrument,
  timeZone: string,
): Promise<TransmitterInLoop> {
  const [last] = await selectResultsOf(db, id)
  const seal = last ? await selectSeal(db, last.sequence) : null
  const record = seal ? SealedRecord.parse(JSON.parse(seal.record)) : null
  const isOfThisRange = record !== null && sameRange(record.world.configuration, configuration)
  return {
    tag,
    calibratedOn: isOfThisRange ? calendarDate(new Date(record.signature.signedAt), timeZone) : null,
    limitPercent: limitPercentSpan(configuration.urv, configuration.errorLimit, {
      range: configuration,
      url: configuration.url,
    }),
    errors: isOfThisRange ? errorsOf(record) : { 0: null, 50: null, 100: null },
    scale: hostScale(configuration),
  }
}

type Record = ReturnType<typeof SealedRecord.parse>

/** Errors of another range say nothing of this one. */
const sameRange = (a: Configuration, b: Configuration) =>
  a.lrv === b.lrv && a.urv === b.urv && a.unit === b.unit && a.signal === b.signal

function errorsOf(record: Record): TransmitterInLoop['errors'] {
  const points = record.results.at(-1)?.points ?? []
  const at = (percent: number) =>
    points
      .filter(({ targetPercent }) => Math.abs(targetPercent - percent) < 0.5)
      .reduce<number | null>(
        (worst, { errorPercentSpan }) =>
          worst === null || Math.abs(errorPercentSpan) > Math.abs(worst) ? errorPercentSpan : worst,
        null,
      )
  const [low, middle, high] = LOOP_POINTS.map(at)
  return { 0: low ?? null, 50: middle ?? null, 100: high ?? null }
}
