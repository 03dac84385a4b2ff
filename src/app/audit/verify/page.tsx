import type { Metadata } from 'next'
import { signedIn } from '@/server/currentPerson'
import { publicProofKey } from '@/server/services/proof/checkpoints'
import { VerifyDesk } from '@/ui/audit/VerifyDesk'

export const metadata: Metadata = { title: 'Verification' }

/** Verifying everything, for those without a shell. */
export default async function VerifyPage() {
  await signedIn('/audit/verify')
  return <VerifyDesk proofKey={publicProofKey()} />
}
