import { calendarDate, formatDate } from '@/core/format/formatTime'
import { convertPressure } from '@/core/units/pressureUnit'
import type { PressureStandard } from '@/schema/world'
import { pool } from '../database'
import { environment } from '../environment'
import { selectDraft } from '../sql/runPresence'
import { selectResultsOf } from '../sql/seal'
import { beamOf } from './beam'
import { sealedRecordAt } from './instrumentPage'
import { loadRun } from './loadRun'

/**
 * Everything the run page shows: the run, its beam, the as-left curve of the calibration before, if that was made on the
 * same range, and what this person has typed in it and not sent.
 *
 * @throws {NotFound} for an unknown id
 */
export async function runPage(id: string, personId: string) {
  const run = await loadRun(pool(), id)
  const { configuration, instrument, inputReference, furtherReferences = [] } = run.world
  const reach = ({ rangeHigh, rangeLow, unit }: PressureStandard) => convertPressure(rangeHigh - rangeLow, unit, 'Pa')
  // Of several, the one that reaches farthest: the others reach a part of it.
  const farthest = [inputReference, ...furtherReferences].reduce((far, next) => (reach(next) > reach(far) ? next : far))
  return {
    run,
    beam: beamOf(configuration, farthest),
    earlier: await earlierCurve(instrument.id, configuration),
    draft: await selectDraft(pool(), id, personId),
  }
}

async function earlierCurve(instrumentId: string, range: { lrv: number; urv: number; unit: string }) {
  const [last] = await selectResultsOf(pool(), instrumentId)
  if (!last) return null
  const { record } = await sealedRecordAt(last.sequence)
  const before = record.world.configuration
  if (before.lrv !== range.lrv || before.urv !== range.urv || before.unit !== range.unit) return null
  const points = record.results.at(-1)?.points.filter((point) => point.direction === 'rising') ?? []
  return { label: `as left, ${formatDate(calendarDate(last.sealedAt, environment().BARYS_TIME_ZONE))}`, points }
}
