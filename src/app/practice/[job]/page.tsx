import { randomInt } from 'node:crypto'
import type { Metadata } from 'next'
import { addressText } from '@/server/addressText'
import { signedIn } from '@/server/currentPerson'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { practiceJob } from '@/server/services/practice/practice'
import { PracticeDesk } from '@/ui/practice/PracticeDesk'

export const metadata: Metadata = { title: 'Practice' }

/** One job, played at the simulated rig; another seed each time. */
export default async function PracticeJobPage({ params }: { params: Promise<{ job: string }> }) {
  const { job: id } = await params
  await signedIn(`/practice/${id}`)
  const job = await pageOrNotFound(() => practiceJob(addressText(id)))
  return <PracticeDesk job={job} seed={randomInt(2 ** 31 - 1)} />
}
