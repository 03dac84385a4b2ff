import type { Metadata } from 'next'
import { signedIn } from '@/server/currentPerson'
import { instruments } from '@/server/services/lookUps'
import { siteSettings } from '@/server/services/people/site'
import { emptyInstrument, valuesLike } from '@/ui/instrument/formValues'
import { InstrumentForm } from '@/ui/instrument/InstrumentForm'

export const metadata: Metadata = { title: 'Register an instrument' }

/** Registers a new instrument. */
export default async function RegisterPage({ searchParams }: { searchParams: Promise<{ like?: string }> }) {
  const { like } = await searchParams
  await signedIn(like ? `/register?like=${encodeURIComponent(like)}` : '/register')
  const registered = await instruments()
  const model = registered.find(({ tag }) => tag === like)
  const areas = [...new Set(registered.map(({ configuration }) => configuration.area))]
  return (
    <div className="page stack">
      <h1>Register an instrument</h1>
      {model && (
        <p className="soft">Filled in like {model.tag}: tag, serial number and tag in the device are its own.</p>
      )}
      <InstrumentForm
        purpose={{ kind: 'register' }}
        initial={model ? valuesLike(model.configuration) : emptyInstrument((await siteSettings()).pressureUnit)}
        areas={areas}
      />
    </div>
  )
}
