import { mayDo } from '@/schema/roles'
import { addressText } from '@/server/addressText'
import { signedIn } from '@/server/currentPerson'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { deskPage } from '@/server/services/desks/deskPage'
import { titledByTag } from '@/server/titledByTag'
import { VesselDesk } from '@/ui/desks/VesselDesk'

export const generateMetadata = titledByTag('vessel desk')

/** The vessel desk of an instrument. */
export default async function VesselPage({ params }: { params: Promise<{ tag: string }> }) {
  const person = await signedIn(`/instruments/${(await params).tag}/vessel`)
  const tag = addressText((await params).tag)
  const { instrument, saved, timeZone } = await pageOrNotFound(() => deskPage(tag, new Date()))
  const { id, version, configuration } = instrument
  return (
    <VesselDesk
      instrument={{ id, tag, version, configuration }}
      saved={saved.vessel}
      timeZone={timeZone}
      mayChange={mayDo(person.role, 'change the register')}
    />
  )
}
