import type { Metadata } from 'next'
import { redirect } from 'next/navigation'
import { idParam } from '@/server/api/idParam'
import { signedIn } from '@/server/currentPerson'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { siteTimeZone } from '@/server/services/people/site'
import { runPage } from '@/server/services/run/runPage'
import { runTitle } from '@/server/services/run/runTitle'
import { RunDesk } from '@/ui/run/RunDesk'

type Props = { params: Promise<{ id: string }> }

/** Of several that are open, which is which, and how far. */
export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { id } = await params
  return { title: await runTitle(id) }
}

/** The run; a sealed one is shown as its record. */
export default async function RunPage({ params }: Props) {
  const { id } = await params
  const person = await signedIn(`/runs/${id}`)
  const { run, mark, beam, earlier, standards, linkable, isLinked, draft } = await pageOrNotFound(async () =>
    runPage(idParam(id), person.id, new Date()),
  )
  if (run.status === 'sealed') redirect(`/records/of/${run.id}`)
  if (run.status === 'abandoned') redirect(`/instruments/${encodeURIComponent(run.world.instrument.tag)}`)
  return (
    <RunDesk
      key={run.id}
      initial={run}
      mark={mark}
      beam={beam}
      earlier={earlier}
      standards={standards}
      linkable={linkable}
      isLinked={isLinked}
      draft={draft}
      person={{ name: person.name, role: person.role, isDemo: person.isDemo }}
      timeZone={await siteTimeZone()}
    />
  )
}
