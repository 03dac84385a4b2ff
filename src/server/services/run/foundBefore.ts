import { judgePoint, limitOfError } from '@/core/analysis/judgedPoint'
import { shareOfLimit } from '@/core/analysis/shareOfLimit'
import { judgingBasis } from '@/core/run/judge/judgeSteps'
import { ofCountedRounds } from '@/core/run/roundRole'
import { inputAtPercent } from '@/core/transfer/linearTransfer'
import type { Configuration } from '@/schema/configuration'
import type { PointBefore } from '@/schema/importedRows'
import { pool } from '../../database'
import { selectRecordsOfSameRange } from '../../sql/records/earlierRecords'
import { selectCalibrationsBefore } from '../../sql/register/calibrationBefore'
import { type ConfiguredInstrument, selectConfigurations } from '../../sql/register/instrument'
import { selectSealedErrors } from '../../sql/run/sealedRound'

/** So many records are looked back on; an instrument of twenty checks ago is another one. Ours, no source. */
const RECORDS_LOOKED_AT = 20

/**
 * How an instrument was found at each calibration on its present range, in shares of its limit, with their signs: by its
 * records here, and by what a list says of the time before.
 */
export async function foundBefore(instrument: ConfiguredInstrument): Promise<number[]> {
  const { id: instrumentId, configurationId, configuration } = instrument
  const db = pool()
  const records = await selectRecordsOfSameRange(db, { instrumentId, configurationId, limit: RECORDS_LOOKED_AT })
  const rounds = await selectSealedErrors(
    db,
    records.map(({ sequence }) => sequence),
  )
  const ofRecords = records.flatMap(({ sequence }) => {
    const own = rounds.filter((round) => round.sequence === sequence)
    const { asFound } = ofCountedRounds(own, own)
    return asFound ? worstShare(asFound.errors.map((error, index) => [error, asFound.limits[index] ?? 0])) : []
  })
  if (!(await hasAlwaysBeen(instrument))) return ofRecords
  const before = await selectCalibrationsBefore(db, [instrumentId])
  return [...ofRecords, ...before.flatMap(({ points }) => worstShare(limitsOf(points, configuration)))]
}

/** A list says nothing of the range it was calibrated on: it counts where there never was another here. */
async function hasAlwaysBeen({ id, configuration: now }: ConfiguredInstrument): Promise<boolean> {
  const facts = ({ lrv, urv, unit, signal, errorLimit, transfer }: Configuration) =>
    JSON.stringify([lrv, urv, unit, signal, errorLimit, transfer])
  const versions = await selectConfigurations(pool(), id)
  return versions.every(({ configuration }) => facts(configuration) === facts(now))
}

type ErrorAndLimit = readonly [error: number, limit: number]

/** Errors as found with the limit at their point, % of output span. */
function limitsOf(points: readonly PointBefore[], configuration: Configuration): ErrorAndLimit[] {
  const judging = judgingBasis({ configuration })
  return points.map(({ percent, found }) => {
    const reading = { applied: inputAtPercent(percent, configuration), output: judging.scale.lower }
    return [
      found,
      limitOfError(found, judgePoint({ targetPercent: percent, direction: 'rising', ...reading }, judging)),
    ]
  })
}

/** The error that is the largest share of its limit, as that share; none where nothing was read or a limit is zero. */
function worstShare(errors: readonly ErrorAndLimit[]): number[] {
  const shares = errors.flatMap(([errorPercentSpan, limitPercentSpan]) =>
    limitPercentSpan > 0 ? [Math.sign(errorPercentSpan) * shareOfLimit({ errorPercentSpan, limitPercentSpan })] : [],
  )
  const [worst] = shares.toSorted((a, b) => Math.abs(b) - Math.abs(a))
  return worst === undefined ? [] : [worst]
}
