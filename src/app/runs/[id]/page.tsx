import type { Metadata } from 'next'
import { redirect } from 'next/navigation'
import { idParam } from '@/server/api/idParam'
import { peopleHere } from '@/server/currentPerson'
import { environment } from '@/server/environment'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { runPage } from '@/server/services/runPage'
import { RunDesk } from '@/ui/run/RunDesk'

export const metadata: Metadata = { title: 'Run' }

/** The run; a sealed one is shown as its record. */
export default async function RunPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params
  const { run, beam, earlier } = await pageOrNotFound(async () => runPage(idParam(id)))
  if (run.status === 'sealed') redirect(`/records/of/${run.id}`)
  if (run.status === 'abandoned') redirect(`/instruments/${encodeURIComponent(run.world.instrument.tag)}`)
  const { people, current } = await peopleHere()
  return (
    <RunDesk
      key={run.id}
      initial={run}
      beam={beam}
      earlier={earlier}
      people={people}
      currentId={current?.id ?? null}
      timeZone={environment().BARYS_TIME_ZONE}
    />
  )
}
