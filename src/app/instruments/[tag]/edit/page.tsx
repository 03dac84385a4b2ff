import { addressText } from '@/server/addressText'
import { signedIn } from '@/server/currentPerson'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { NotFound } from '@/server/refusals'
import { instrument } from '@/server/services/lookUps'
import { titledByTag } from '@/server/titledByTag'
import { valuesOf } from '@/ui/instrument/formValues'
import { InstrumentForm } from '@/ui/instrument/InstrumentForm'

export const generateMetadata = titledByTag('edit')

/** Edits an instrument: makes a further version of its configuration. */
export default async function EditPage({ params }: { params: Promise<{ tag: string }> }) {
  await signedIn(`/instruments/${(await params).tag}/edit`)
  const tag = addressText((await params).tag)
  const { id, version, configuration } = await pageOrNotFound(async () => {
    const found = await instrument({ tag })
    if (!found) throw new NotFound('tag', `no instrument is registered as ${tag}`, 'find it in the list')
    return found
  })
  return (
    <div className="page stack">
      <h1>Edit {tag}</h1>
      <p className="soft">Saving makes version {version + 1}. Runs begun before keep the version they began with.</p>
      <InstrumentForm purpose={{ kind: 'edit', id, tag, version }} initial={valuesOf(tag, configuration)} areas={[]} />
    </div>
  )
}
