import { drumLevel } from '@/calc/drum/drumLevel'
import { levelRange } from '@/calc/level/levelRange'
import { runCalculation } from '@/calc/runCalculation'
import { flowDesk } from '@/plans/flowDesk'
import { loopCard } from '@/plans/loopCard'
import { rangePlan } from '@/plans/rangePlan'
import { scaledItems } from '@/plans/scaledItems'
import { setUpPlan } from '@/plans/setUpPlan'
import { DESKS, type Desk, type SavedDesks } from '@/schema/desks'
import { pool } from '../../database'
import { SOFTWARE_VERSION } from '../../environment'
import { NotFound } from '../../refusals'
import { selectCapsules } from '../../sql/register/capsule'
import { selectNewestSetUps } from '../../sql/register/deskSetUp'
import { type ConfiguredInstrument, selectInstrument } from '../../sql/register/instrument'
import { siteTimeZone } from '../people/site'
import { transmitterInLoop } from '../run/transmitterInLoop'

/**
 * A desk's saved set-up with what it comes to now, for other programs.
 *
 * @throws {NotFound} for an unknown instrument, or a desk nothing was saved of
 */
export async function exportedDesk(instrumentId: string, desk: Desk) {
  const db = pool()
  const instrument = await selectInstrument(db, { id: instrumentId })
  if (!instrument) throw new NotFound('instrument', 'there is no such instrument', 'open it from the list')
  const saved = await selectNewestSetUps(db, instrumentId)
  const set = saved[desk]
  if (!set) throw new NotFound('desk', `nothing is saved of the ${DESKS[desk].toLowerCase()}`, 'save it there first')
  return {
    desk: DESKS[desk],
    instrument: { id: instrument.id, tag: instrument.tag, version: instrument.version },
    savedAt: set.savedAt,
    savedBy: set.savedBy,
    setUp: set.setUp,
    comesTo: await comesTo(desk, saved, instrument),
    softwareVersion: SOFTWARE_VERSION,
  }
}

async function comesTo(desk: Desk, saved: SavedDesks, instrument: ConfiguredInstrument): Promise<unknown> {
  switch (desk) {
    case 'range': {
      if (!saved.range) return null
      const items = scaledItems(saved.loop?.setUp ?? null)
      return rangePlan(instrument.configuration, saved.range.setUp, { capsules: await selectCapsules(pool()), items })
    }
    case 'vessel': {
      if (!saved.vessel) return null
      const { setUp } = saved.vessel
      return runCalculation(setUp.kind === 'level' ? levelRange : drumLevel, setUp.input)
    }
    case 'flow':
      return saved.flow && flowDesk(saved.flow.setUp, instrument.configuration.signal)
    case 'loop':
      return saved.loop && loopCard(saved.loop.setUp, await transmitterInLoop(pool(), instrument, await siteTimeZone()))
    case 'set-up':
      return saved['set-up'] && setUpPlan(instrument.configuration, saved['set-up'].setUp)
    default:
      return desk satisfies never
  }
}
