import type { Metadata } from 'next'
import { startSteps } from '@/plans/startSteps'
import { signedIn } from '@/server/currentPerson'
import { beginnings } from '@/server/services/lookUps'
import { daySheet } from '@/server/services/register/daySheet'
import { DayDesk } from '@/ui/day/DayDesk'

export const metadata: Metadata = { title: 'Day sheet' }

/** Home: what is due. */
export default async function DayPage() {
  await signedIn('/')
  const [sheet, have] = await Promise.all([daySheet(new Date()), beginnings()])
  // A plant with its first certificate is set up, whatever else it still wants.
  const next = have.sealed > 0 && have.reviewed > 0 ? undefined : startSteps(have).find(({ isDone }) => !isDone)
  return <DayDesk sheet={sheet} setUpNext={next?.title ?? null} />
}
