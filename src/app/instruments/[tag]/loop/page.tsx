import { mayDo } from '@/schema/roles'
import { addressText } from '@/server/addressText'
import { signedIn } from '@/server/currentPerson'
import { pool } from '@/server/database'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { deskPage } from '@/server/services/desks/deskPage'
import { transmitterInLoop } from '@/server/services/run/transmitterInLoop'
import { titledByTag } from '@/server/titledByTag'
import { LoopCard } from '@/ui/desks/LoopCard'

export const generateMetadata = titledByTag('loop card')

/** The loop card of an instrument. */
export default async function LoopPage({ params }: { params: Promise<{ tag: string }> }) {
  const person = await signedIn(`/instruments/${(await params).tag}/loop`)
  const tag = addressText((await params).tag)
  const { instrument, saved, timeZone } = await pageOrNotFound(() => deskPage(tag, new Date()))
  const { id, version, configuration } = instrument
  return (
    <LoopCard
      instrument={{ id, tag, version, configuration }}
      transmitter={await transmitterInLoop(pool(), instrument, timeZone)}
      saved={saved.loop}
      timeZone={timeZone}
      mayChange={mayDo(person.role, 'change the register')}
    />
  )
}
