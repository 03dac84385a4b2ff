import type { Metadata } from 'next'
import { ResetForm } from '@/ui/people/ResetForm'

export const metadata: Metadata = { title: 'New password by a code' }

/** A new password by a code that an administrator handed over. */
export default function ResetPage() {
  return <ResetForm />
}
