import type { Metadata } from 'next'
import { formatDate } from '@/core/format/formatTime'
import { signedIn } from '@/server/currentPerson'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { beamOf } from '@/server/services/beam'
import { instrumentPage } from '@/server/services/instrumentPage'
import { dueWords } from '@/ui/day/jobs'
import { RangeBeam } from '@/ui/pictures/RangeBeam'
import { Abandoned, History, LastPicture } from './Calibrations'
import { Desks } from './Desks'
import { Head } from './Head'
import { Nameplate } from './Nameplate'
import { RangeChanges, Versions } from './Versions'

type Props = { params: Promise<{ tag: string }> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: decodeURIComponent((await params).tag) }
}

/** One instrument: what it is, what it can do, and how it was found through the years. */
export default async function InstrumentPage({ params }: Props) {
  await signedIn(`/instruments/${(await params).tag}`)
  const tag = decodeURIComponent((await params).tag)
  const page = await pageOrNotFound(() => instrumentPage(tag, new Date()))
  const { instrument, dueOn, dueInDays, offers } = page
  const { configuration } = instrument
  return (
    <div className="page stack">
      <Head page={page} />
      <p className={dueInDays < 0 ? 'tone-outside' : 'soft'}>
        Due {formatDate(dueOn)} ({dueWords({ dueInDays, dueOn })}), every {configuration.intervalMonths} months
      </p>
      <section className="card" aria-label="Range">
        <RangeBeam data={beamOf(configuration, offers.inputs[0]?.standard)} detail="full" fontSize={13.5} />
      </section>
      <Desks page={page} />
      <div className="two-col">
        <Nameplate page={page} />
        <LastPicture page={page} />
      </div>
      <History page={page} />
      <Abandoned page={page} />
      <RangeChanges page={page} />
      <Versions page={page} />
    </div>
  )
}
