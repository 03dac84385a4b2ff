import { calendarDate, formatDate } from '@/core/format/formatTime'
import { convertPressure } from '@/core/units/pressureUnit'
import { whereIssues } from '@/plans/ownedReference'
import type { WorkingPressureReference } from '@/schema/world'
import { pool } from '../../database'
import { isLinkedNow } from '../../sql/links/linkSession'
import { selectResultsOf } from '../../sql/records/seal'
import { selectDraft, selectRunMark } from '../../sql/run/runPresence'
import { linkableOf } from '../links/links'
import { siteTimeZone } from '../people/site'
import { loadOwnedReferences } from '../references/ownedReferences'
import { beamOf } from '../register/beam'
import { sealedRecordAt } from '../register/instrumentPage'
import { runOfRequest } from './runOfRequest'

/**
 * Everything the run page shows: the run, its beam, the as-left curve of the calibration before, if that was made on the
 * same range, what this person has typed in it and not sent, and the run’s mark as it was just before it was loaded.
 *
 * @throws {NotFound} for an unknown id
 */
export async function runPage(id: string, personId: string, now: Date) {
  // Before the run: what is recorded in between then makes the screen look once too often, never once too seldom.
  const mark = await selectRunMark(pool(), id)
  const run = await runOfRequest(id)
  const { configuration, instrument, inputReference, furtherReferences = [] } = run.world
  const reach = ({ rangeHigh, rangeLow, unit }: WorkingPressureReference) =>
    convertPressure(rangeHigh - rangeLow, unit, 'Pa')
  // Of several, the one that reaches farthest: the others reach a part of it.
  const farthest = [inputReference, ...furtherReferences].reduce((far, next) => (reach(next) > reach(far) ? next : far))
  return {
    run,
    mark: mark ?? '',
    beam: beamOf(configuration, farthest),
    earlier: await earlierCurve(instrument.id, configuration),
    standards: (await loadOwnedReferences(pool(), calendarDate(now, await siteTimeZone())))
      .filter(({ where }) => !whereIssues(where).some(({ isUnfit }) => isUnfit))
      .map(({ standard }) => standard),
    linkable: await linkableOf(run),
    isLinked: await isLinkedNow(pool(), id),
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
  return { label: `as left, ${formatDate(calendarDate(last.sealedAt, await siteTimeZone()))}`, points }
}
