import { randomUUID } from 'node:crypto'
import { Refusal } from '@/core/refusal'
import { rangePlan } from '@/plans/rangePlan'
import type { RangePlan } from '@/plans/rangePlanShape'
import { scaledItems } from '@/plans/scaledItems'
import type { RangeChange } from '@/schema/desks'
import { type Queryable, transaction } from '../../database'
import { Conflict, NotFound } from '../../refusals'
import { insertEvent } from '../../sql/proof/event'
import { selectCapsules, takeCapsule } from '../../sql/register/capsule'
import { selectNewestSetUps } from '../../sql/register/deskSetUp'
import {
  type ConfiguredInstrument,
  insertConfiguration,
  lockInstrument,
  selectInstrument,
} from '../../sql/register/instrument'
import { insertRangeChange, isRangeChangeApplied } from '../../sql/register/rangeChange'
import { type HotOffset, selectHotOffset } from '../../sql/run/hotOffset'
import { selectOpenRun } from '../../sql/run/run'
import type { Actor } from '../actor'

/**
 * Applies a range change: works it out once more, takes the capsule out of stock, and makes a further version of the
 * configuration with who, when and why. Sent twice with one id it is applied once.
 *
 * @throws {NotFound} for an unknown instrument
 * @throws {Conflict} when somebody else changed it meanwhile, a calibration is open, or the last capsule is gone
 * @throws {Refusal} when the sensor cannot do it, nothing changes, or what the capsule change needs is missing
 */
export function applyRangeChange(instrumentId: string, change: RangeChange, { person, now }: Actor) {
  return transaction(async (db) => {
    await lockInstrument(db, instrumentId)
    const instrument = await selectInstrument(db, { id: instrumentId })
    if (!instrument) throw new NotFound('instrument', 'there is no such instrument', 'look it up by its tag')
    if (await isRangeChangeApplied(db, change.id))
      return { id: instrumentId, tag: instrument.tag, version: instrument.version }
    await refuseMeanwhile(db, instrument, change)
    const { loop } = await selectNewestSetUps(db, instrumentId)
    const plan = rangePlan(instrument.configuration, change.wanted, {
      capsules: await selectCapsules(db),
      items: scaledItems(loop?.setUp ?? null),
      preferredCapsule: change.capsule ?? undefined,
    })
    const configuration = refuseUnready(plan, change)
    if (plan.isTurned && !change.isTurnMeant)
      throw new Refusal(
        'isTurnMeant',
        'LRV and URV change places: the output would run the other way',
        'confirm that this is meant, or swap them',
      )
    const offset = await selectHotOffset(db, instrumentId)
    if (offset && !change.offsetTakenBack)
      throw new Refusal(
        'offsetTakenBack',
        `a hot offset stands in it (${offset.words})`,
        'take it back at the instrument first: on top of a computed range it would count twice',
      )
    if (plan.verdict.kind === 'capsule' && !(await takeCapsule(db, plan.verdict.capsule.code)))
      throw new Conflict('capsule', `the last ${plan.verdict.capsule.code} is gone`, 'reload, and choose another')
    const [version, configurationId] = [instrument.version + 1, randomUUID()]
    const by = { at: now, personId: person.id, reason: change.reason }
    await insertConfiguration(db, { id: configurationId, instrumentId, version, configuration, ...by })
    await insertRangeChange(db, {
      id: change.id,
      instrumentId,
      fromConfigurationId: instrument.configurationId,
      toConfigurationId: configurationId,
      verdict: plan.verdict.kind,
      source: change.wanted.source,
      detail: detailOf(plan, change, offset),
      ...by,
    })
    await insertEvent(db, {
      at: now,
      personId: person.id,
      kind: 'range changed',
      subjectId: instrumentId,
      detail: { version, verdict: plan.verdict.kind },
    })
    return { id: instrumentId, tag: instrument.tag, version }
  })
}

async function refuseMeanwhile(db: Queryable, instrument: ConfiguredInstrument, change: RangeChange): Promise<void> {
  if (instrument.version !== change.basedOnVersion)
    throw new Conflict(
      'basedOnVersion',
      `${instrument.changedBy} made version ${instrument.version} while this change was planned`,
      'reload, look at the new version, and plan it again',
    )
  const open = await selectOpenRun(db, instrument.id)
  if (open)
    throw new Conflict(
      'run',
      `${open.startedBy} is calibrating it on its present range`,
      'finish or abandon that calibration first: its readings are judged by the old range',
    )
}

/** The configuration to be made; everything that keeps it from being made is refused by name. */
function refuseUnready(plan: RangePlan, { capsule, capsuleWork }: RangeChange) {
  const { verdict, next, reasons, objections, loopChanges } = plan
  if (verdict.kind === 'impossible')
    throw new Refusal(
      'wanted',
      reasons.length > 0 ? reasons.join('; ') : plan.headline.toLowerCase(),
      'choose a range that the sensor or a capsule in stock can do',
    )
  if (!next) throw new Refusal('wanted', objections.join('; '), 'change what is named')
  if (verdict.kind === 'unchanged' && loopChanges.length === 0)
    throw new Refusal('wanted', 'this is the range it has already', 'enter another, or leave it as it is')
  if (verdict.kind !== 'capsule') return next
  if (capsule !== null && capsule !== verdict.capsule.code)
    throw new Conflict('capsule', `${capsule} does not fit any more`, 'reload, and choose another')
  if (capsuleWork === null)
    throw new Refusal(
      'capsuleWork',
      'the torque of the bolts is not recorded',
      'read it in the maker’s manual and enter it, with where it stands there',
    )
  return next
}

const detailOf = (
  { verdict, headline, loopChanges, notes }: RangePlan,
  { capsuleWork }: RangeChange,
  offset: HotOffset | null,
) => ({
  headline,
  link: verdict.kind === 'link' ? { from: verdict.from, to: verdict.to } : null,
  capsule: verdict.kind === 'capsule' ? verdict.capsule.code : null,
  capsuleWork: verdict.kind === 'capsule' ? capsuleWork : null,
  loopChanges,
  notes: [...notes, ...(offset ? [`Hot offset taken back first: ${offset.words}`] : [])],
})
