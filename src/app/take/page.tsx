import type { Metadata } from 'next'
import { mayDo } from '@/schema/roles'
import { signedIn } from '@/server/currentPerson'
import { siteTimeZone } from '@/server/services/people/site'
import { takeWithYou } from '@/server/services/run/takeWithYou'
import { TakeDesk } from '@/ui/take/TakeDesk'

export const metadata: Metadata = { title: 'Take with you' }

/** What to bring for one job, or for a day's jobs: `?tags=PT-1,LT-2`. */
export default async function TakePage({ searchParams }: { searchParams: Promise<{ tags?: string }> }) {
  const { tags = '' } = await searchParams
  const person = await signedIn(`/take?tags=${encodeURIComponent(tags)}`)
  const wanted = tags
    .split(',')
    .map((tag) => tag.trim())
    .filter((tag) => tag !== '')
  const jobs = await takeWithYou(wanted, new Date())
  return <TakeDesk jobs={jobs} timeZone={await siteTimeZone()} mayNote={mayDo(person.role, 'change the register')} />
}
