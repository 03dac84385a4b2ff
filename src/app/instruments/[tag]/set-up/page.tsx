import { setUpObjection } from '@/plans/setUpPlan'
import { mayDo } from '@/schema/roles'
import { addressText } from '@/server/addressText'
import { signedIn } from '@/server/currentPerson'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { deskPage } from '@/server/services/desks/deskPage'
import { titledByTag } from '@/server/titledByTag'
import { SetUpDesk } from '@/ui/desks/SetUpDesk'

export const generateMetadata = titledByTag('set-up sheet')

/** The set-up sheet of an instrument: what to key in, in which order, and what it then shows. */
export default async function SetUpPage({ params }: { params: Promise<{ tag: string }> }) {
  const person = await signedIn(`/instruments/${(await params).tag}/set-up`)
  const tag = addressText((await params).tag)
  const { instrument, saved, openRun, timeZone } = await pageOrNotFound(() => deskPage(tag, new Date()))
  const { id, version, configuration } = instrument
  return (
    <SetUpDesk
      key={version}
      instrument={{ id, tag, version, configuration }}
      objection={setUpObjection(configuration)}
      saved={saved['set-up']}
      openRunBy={openRun?.startedBy ?? null}
      timeZone={timeZone}
      mayChange={mayDo(person.role, 'change the register')}
    />
  )
}
