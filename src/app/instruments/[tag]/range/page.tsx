import { z } from 'zod'
import { wantedAtOpening } from '@/plans/wantedRange'
import { mayDo } from '@/schema/roles'
import { addressText } from '@/server/addressText'
import { signedIn } from '@/server/currentPerson'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { deskPage } from '@/server/services/desks/deskPage'
import { titledByTag } from '@/server/titledByTag'
import { RangeDesk } from '@/ui/desks/RangeDesk'

export const generateMetadata = titledByTag('range desk')
type Props = { params: Promise<{ tag: string }>; searchParams: Promise<{ from?: string }> }

/** The range desk of an instrument; `?from=vessel` or `?from=flow` opens it with what that desk asks for. */
export default async function RangePage({ params, searchParams }: Props) {
  const person = await signedIn(`/instruments/${(await params).tag}/range`)
  const tag = addressText((await params).tag)
  const from = z.enum(['vessel', 'flow']).safeParse((await searchParams).from)
  const page = await pageOrNotFound(() => deskPage(tag, new Date()))
  const { instrument, saved, capsules, standards, openRun, hotOffset, today, timeZone } = page
  const { id, version, configuration } = instrument
  return (
    <RangeDesk
      key={`${version} ${from.data ?? ''}`}
      instrument={{ id, tag, version, configuration }}
      opening={wantedAtOpening(configuration, saved, from.data ?? null)}
      saved={saved}
      capsules={capsules}
      standards={standards}
      today={today}
      timeZone={timeZone}
      hotOffset={hotOffset?.words ?? null}
      openRunBy={openRun?.startedBy ?? null}
      mayChange={mayDo(person.role, 'change the register')}
    />
  )
}
