import { redirect } from 'next/navigation'
import { idParam } from '@/server/api/idParam'
import { signedIn } from '@/server/currentPerson'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { NotFound } from '@/server/refusals'
import { sealOfRun } from '@/server/services/lookUps'

/** The record of a run, by the run's id. */
export default async function RecordOfRunPage({ params }: { params: Promise<{ runId: string }> }) {
  await signedIn(`/records/of/${(await params).runId}`)
  const { runId } = await params
  const seal = await pageOrNotFound(async () => {
    const found = await sealOfRun(idParam(runId))
    if (!found) throw new NotFound('run', 'this run is not sealed', 'open the run')
    return found
  })
  redirect(`/records/${seal.sequence}`)
}
