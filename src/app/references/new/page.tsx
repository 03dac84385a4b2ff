import type { Metadata } from 'next'
import { signedIn } from '@/server/currentPerson'
import { siteSettings } from '@/server/services/people/site'
import { emptyReference } from '@/ui/references/emptyReference'
import { ReferenceEditor } from '@/ui/references/ReferenceEditor'

export const metadata: Metadata = { title: 'Register a reference' }

/** Takes a reference into the register. */
export default async function NewReferencePage() {
  await signedIn('/references/new')
  return (
    <div className="page stack">
      <h1>Register a reference</h1>
      <p className="soft">
        One device, with each of its ranges or modules. It can be chosen once a certificate is entered.
      </p>
      <ReferenceEditor initial={emptyReference((await siteSettings()).pressureUnit)} />
    </div>
  )
}
