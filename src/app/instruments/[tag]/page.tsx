import type { Metadata } from 'next'
import { calendarDate, formatDate } from '@/core/format/formatTime'
import { Notice } from '@/kit/parts/Notice'
import { RangeBeam } from '@/kit/pictures/RangeBeam'
import { mayDo } from '@/schema/roles'
import { addressText } from '@/server/addressText'
import { signedIn } from '@/server/currentPerson'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { beamOf } from '@/server/services/register/beam'
import { type InstrumentPageData, instrumentPage } from '@/server/services/register/instrumentPage'
import { dueWords } from '@/ui/day/jobs'
import { StandingActions } from '@/ui/instrument/StandingActions'
import { Abandoned, History, LastPicture, ListedBefore } from './Calibrations'
import { Desks } from './Desks'
import { Head } from './Head'
import { Nameplate } from './Nameplate'
import { RangeChanges, Standing, Versions } from './Versions'

type Props = { params: Promise<{ tag: string }> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: addressText((await params).tag) }
}

/** When it is due, or that it is retired, and what a list said of its last calibration where nothing newer is sealed. */
function DueLine({
  page: { instrument, dueOn, dueInDays, standings, before, results, timeZone },
}: {
  page: InstrumentPageData
}) {
  const [last] = standings
  if (instrument.isRetired && last)
    return (
      <Notice>
        Retired {formatDate(last.at.toISOString().slice(0, 10))} by {last.by}: {last.reason}. Nothing of it is due.
      </Notice>
    )
  const [newest] = results
  const isNewer = before !== null && (!newest || before.calibratedOn > calendarDate(newest.sealedAt, timeZone))
  return (
    <p className={dueInDays < 0 ? 'tone-outside' : 'soft'}>
      Due {formatDate(dueOn)} ({dueWords({ dueInDays, dueOn })}), every {instrument.configuration.intervalMonths} months
      {isNewer && `; calibrated ${formatDate(before.calibratedOn)}, as ${before.source} says`}
    </p>
  )
}

/** One instrument: what it is, what it can do, and how it was found through the years. */
export default async function InstrumentPage({ params }: Props) {
  const person = await signedIn(`/instruments/${(await params).tag}`)
  const tag = addressText((await params).tag)
  const page = await pageOrNotFound(() => instrumentPage(tag, new Date()))
  const { instrument, offers } = page
  const { configuration } = instrument
  return (
    <div className="page stack">
      <Head page={page} />
      <DueLine page={page} />
      <section className="card" aria-label="Range">
        <RangeBeam data={beamOf(configuration, offers.inputs[0]?.standard)} detail="full" fontSize={13.5} />
      </section>
      <Desks page={page} />
      <div className="two-col">
        <Nameplate page={page} />
        <LastPicture page={page} />
      </div>
      <History page={page} />
      <ListedBefore page={page} />
      <Abandoned page={page} />
      <RangeChanges page={page} />
      <Standing page={page} />
      <Versions page={page} />
      {mayDo(person.role, 'change the register') && <StandingActions instrument={instrument} />}
    </div>
  )
}
