import type { Metadata } from 'next'
import { signedIn } from '@/server/currentPerson'
import { daySheet } from '@/server/services/daySheet'
import { DayDesk } from '@/ui/day/DayDesk'

export const metadata: Metadata = { title: 'Day sheet' }

/** Home: what is due. */
export default async function DayPage() {
  await signedIn('/')
  return <DayDesk sheet={await daySheet(new Date())} />
}
