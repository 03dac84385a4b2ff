import type { Metadata } from 'next'
import { certificateFormOf, emptyCertificate } from '@/plans/referenceFacts'
import { addressText } from '@/server/addressText'
import { signedIn } from '@/server/currentPerson'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { referenceByCode } from '@/server/services/references/references'
import { CertificateDesk } from '@/ui/references/CertificateDesk'

export const metadata: Metadata = { title: 'Enter a certificate' }

type Props = { params: Promise<{ code: string }>; searchParams: Promise<{ instead?: string }> }

/** Enters a certificate of a reference, or one in the place of another that was typed wrongly. */
export default async function CertificatePage({ params, searchParams }: Props) {
  const code = addressText((await params).code)
  const { instead } = await searchParams
  const path = `/references/${encodeURIComponent(code)}/certificate`
  await signedIn(instead ? `${path}?instead=${encodeURIComponent(instead)}` : path)
  const reference = await pageOrNotFound(() => referenceByCode(code))
  const wrong = reference.certificates.find(({ id }) => id === instead)
  return (
    <div className="page stack">
      <h1>{wrong ? `Correct certificate ${wrong.number}` : `Enter a certificate of ${reference.code}`}</h1>
      <p className="soft">
        At each point: what the reference showed, what there really was (or the correction), and the expanded
        uncertainty with its k.{' '}
        {wrong
          ? 'The first stays on file; what was calibrated with it names it.'
          : 'Runs begun from now on name this certificate.'}
      </p>
      <CertificateDesk
        reference={{ id: reference.id, code: reference.code }}
        ranges={reference.facts.ranges
          .filter(({ isRemoved }) => !isRemoved)
          .map(({ mark, unit, rangeLow, rangeHigh }) => ({ mark, unit, rangeLow, rangeHigh }))}
        initial={wrong ? certificateFormOf(wrong, reference) : emptyCertificate(reference)}
        {...(wrong && { insteadOf: { id: wrong.id, number: wrong.number } })}
      />
    </div>
  )
}
