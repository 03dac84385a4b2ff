import { calendarDate } from '@/core/format/formatTime'
import { takeList } from '@/core/take/takeList'
import { constructionOf, rangePlan } from '@/plans/rangePlan'
import { outputOfferFor, referenceOffers } from '@/plans/referenceOffers'
import type { TakenJob } from '@/schema/takenJob'
import { pool } from '../../database'
import { selectCapsules } from '../../sql/register/capsule'
import { selectNewestSetUps } from '../../sql/register/deskSetUp'
import { type ConfiguredInstrument, selectInstrument } from '../../sql/register/instrument'
import { selectNotes } from '../../sql/register/instrumentNote'
import { siteTimeZone } from '../people/site'
import { loadOwnedReferences } from '../references/ownedReferences'

/** As many jobs as a day holds. */
const MOST_JOBS = 40

/** What to bring for some jobs; tags that are not registered are left out. */
export async function takeWithYou(tags: readonly string[], now: Date): Promise<TakenJob[]> {
  const db = pool()
  const today = calendarDate(now, await siteTimeZone())
  const [standards, capsules] = await Promise.all([loadOwnedReferences(db, today), selectCapsules(db)])
  const jobs: TakenJob[] = []
  for (const tag of [...new Set(tags)].slice(0, MOST_JOBS)) {
    const instrument = await selectInstrument(db, { tag })
    if (!instrument) continue
    const { configuration } = instrument
    jobs.push({
      ...{ id: instrument.id, tag, description: configuration.description, area: configuration.area },
      items: takeList({
        configuration,
        references: referencesFor(instrument, standards, today),
        change: await plannedChange(instrument, capsules),
      }),
      notes: await selectNotes(db, instrument.id),
    })
  }
  return jobs
}

/** The references that Prepare would begin with, by code and name. */
function referencesFor(
  { configuration }: ConfiguredInstrument,
  standards: Parameters<typeof referenceOffers>[1],
  today: string,
): string[] {
  const offers = referenceOffers(configuration, standards, today)
  const best = offers.inputs.find(({ mark }) => mark !== 'outside')
  const ids = offers.isSubRanged ? offers.suggestedInputIds : best ? [best.standard.id] : []
  const inputs = offers.inputs.filter(({ standard }) => ids.includes(standard.id))
  const output = offers.outputs && outputOfferFor(offers, ids)
  const named = [...inputs, ...(output ? [output] : [])].map(
    ({ standard: { code, description } }) => `${code}, ${description}`,
  )
  return named.length > 0 ? named : ['no reference that suits is in date: see References']
}

/** What a range that was proposed at the range desk needs. */
async function plannedChange(
  { id, configuration }: ConfiguredInstrument,
  capsules: Parameters<typeof rangePlan>[2]['capsules'],
) {
  const saved = (await selectNewestSetUps(pool(), id)).range
  if (!saved) return null
  const { verdict } = rangePlan(configuration, saved.setUp, { capsules })
  if (verdict.kind === 'unchanged' || verdict.kind === 'impossible') return null
  return {
    capsule: verdict.kind === 'capsule' ? verdict.capsule.code : null,
    link: verdict.kind === 'link' ? verdict.to : null,
    construction: constructionOf(configuration),
  }
}
