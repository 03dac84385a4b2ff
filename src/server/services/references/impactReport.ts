import { startOfDay } from '@/core/format/formatTime'
import type { ImpactAsk } from '@/schema/impact'
import type { ImpactSource } from '../../documents/impactReport'
import { siteName, siteSettings } from '../people/site'
import { supposedWords } from './findings'
import { impactOf, supposedOf } from './impact'

const DAY_MS = 86_400_000

/** What a report of an impact is made from. It goes to a thread, so that it holds values and no functions. */
export async function impactReport(
  referenceId: string,
  ask: ImpactAsk,
  { by, now }: { readonly by: string; readonly now: Date },
): Promise<ImpactSource> {
  const { reference, use } = await supposedOf(referenceId, ask, now)
  const { timeZone } = use
  const { code, found } = await supposedWords(referenceId, ask, now)
  const { paper } = await siteSettings()
  return {
    ...{ code, found, ask, by, now, timeZone, paper },
    description: reference.facts.description,
    summary: await impactOf(referenceId, ask, { now }),
    beginsMs: startOfDay(ask.from, timeZone).getTime(),
    endsMs: startOfDay(ask.to, timeZone).getTime() + DAY_MS,
    site: await siteName(),
  }
}
