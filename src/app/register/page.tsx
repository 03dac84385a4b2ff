import type { Metadata } from 'next'
import { signedIn } from '@/server/currentPerson'
import { pool } from '@/server/database'
import { selectInstruments } from '@/server/sql/instrument'
import { EMPTY_INSTRUMENT } from '@/ui/instrument/formValues'
import { InstrumentForm } from '@/ui/instrument/InstrumentForm'

export const metadata: Metadata = { title: 'Register an instrument' }

/** Registers a new instrument. */
export default async function RegisterPage() {
  await signedIn('/register')
  const instruments = await selectInstruments(pool())
  const areas = [...new Set(instruments.map(({ configuration }) => configuration.area))]
  return (
    <div className="page stack">
      <h1>Register an instrument</h1>
      <InstrumentForm purpose={{ kind: 'register' }} initial={EMPTY_INSTRUMENT} areas={areas} />
    </div>
  )
}
