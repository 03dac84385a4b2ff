import type { Metadata } from 'next'
import { idParam } from '@/server/api/idParam'
import { signedIn } from '@/server/currentPerson'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { siteTimeZone } from '@/server/services/people/site'
import { practiceAttempt } from '@/server/services/practice/practice'
import { AttemptDesk } from '@/ui/practice/AttemptDesk'

export const metadata: Metadata = { title: 'Practice, judged' }

/** A practice that is finished: how it was judged and why, and its course, to be played again. */
export default async function AttemptPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params
  const person = await signedIn(`/practice/attempts/${id}`)
  const { job, seed, log, judgement, personName, finishedAt } = await pageOrNotFound(async () =>
    practiceAttempt(idParam(id), person),
  )
  return (
    <AttemptDesk
      {...{ job, seed, log, judgement, personName }}
      finishedAt={finishedAt.toISOString()}
      timeZone={await siteTimeZone()}
    />
  )
}
