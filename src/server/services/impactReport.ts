import { startOfDay } from '@/core/format/formatTime'
import type { ImpactAsk } from '@/schema/impact'
import type { ImpactSource } from '../documents/impactReport'
import { supposedWords } from './findings'
import { impactOf, supposedOf } from './impact'
import { siteName, siteSettings } from './site'

/** What a report of an impact is made from. */
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
    begins: (day) => startOfDay(day, timeZone).getTime(),
    site: await siteName(),
  }
}
