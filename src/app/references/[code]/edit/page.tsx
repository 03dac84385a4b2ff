import type { Metadata } from 'next'
import { referenceFormOf } from '@/plans/referenceFacts'
import { addressText } from '@/server/addressText'
import { signedIn } from '@/server/currentPerson'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { referenceByCode } from '@/server/services/references/references'
import { ReferenceEditor } from '@/ui/references/ReferenceEditor'

export const metadata: Metadata = { title: 'Change a reference' }

/** Changes what is known of a reference; runs keep what they were begun with. */
export default async function EditReferencePage({ params }: { params: Promise<{ code: string }> }) {
  const code = addressText((await params).code)
  await signedIn(`/references/${encodeURIComponent(code)}/edit`)
  const reference = await pageOrNotFound(() => referenceByCode(code))
  return (
    <div className="page stack">
      <h1>Change {reference.code}</h1>
      <p className="soft">
        Runs keep what they were begun with. A range keeps its certificates by its mark; one left out here is kept as
        removed.
      </p>
      <ReferenceEditor initial={referenceFormOf(reference)} known={{ id: reference.id, version: reference.version }} />
    </div>
  )
}
