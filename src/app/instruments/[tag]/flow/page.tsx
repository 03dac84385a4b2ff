import { mayDo } from '@/schema/roles'
import { addressText } from '@/server/addressText'
import { signedIn } from '@/server/currentPerson'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { deskPage } from '@/server/services/desks/deskPage'
import { titledByTag } from '@/server/titledByTag'
import { FlowDesk } from '@/ui/desks/FlowDesk'

export const generateMetadata = titledByTag('flow desk')

/** The flow desk of an instrument. */
export default async function FlowPage({ params }: { params: Promise<{ tag: string }> }) {
  const person = await signedIn(`/instruments/${(await params).tag}/flow`)
  const tag = addressText((await params).tag)
  const { instrument, saved, timeZone } = await pageOrNotFound(() => deskPage(tag, new Date()))
  const { id, version, configuration } = instrument
  return (
    <FlowDesk
      instrument={{ id, tag, version, configuration }}
      saved={saved.flow}
      timeZone={timeZone}
      mayChange={mayDo(person.role, 'change the register')}
    />
  )
}
