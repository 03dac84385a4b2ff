import type { Metadata } from 'next'
import { signedIn } from '@/server/currentPerson'
import { instruments } from '@/server/services/lookUps'
import { EMPTY_INSTRUMENT } from '@/ui/instrument/formValues'
import { InstrumentForm } from '@/ui/instrument/InstrumentForm'

export const metadata: Metadata = { title: 'Register an instrument' }

/** Registers a new instrument. */
export default async function RegisterPage() {
  await signedIn('/register')
  const registered = await instruments()
  const areas = [...new Set(registered.map(({ configuration }) => configuration.area))]
  return (
    <div className="page stack">
      <h1>Register an instrument</h1>
      <InstrumentForm purpose={{ kind: 'register' }} initial={EMPTY_INSTRUMENT} areas={areas} />
    </div>
  )
}
