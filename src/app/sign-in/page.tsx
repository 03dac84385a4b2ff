import type { Metadata } from 'next'
import { redirect } from 'next/navigation'
import { signedInPerson } from '@/server/auth/session'
import { demoPeople, isAnybodyHere } from '@/server/services/lookUps'
import { FirstPersonForm } from '@/ui/people/FirstPersonForm'
import { SignInForm } from '@/ui/people/SignInForm'

export const metadata: Metadata = { title: 'Sign in' }

/** Signing in; an empty plant asks for its first administrator. */
export default async function SignInPage({ searchParams }: { searchParams: Promise<{ to?: string }> }) {
  const to = ownPath((await searchParams).to)
  if (await signedInPerson()) redirect(to)
  if (!(await isAnybodyHere())) return <FirstPersonForm />
  return <SignInForm to={to} demoPeople={await demoPeople()} />
}

/** Only a path of ours: an address of another site would carry people away. */
const ownPath = (to: string | undefined): string => (to && /^\/(?![/\\])/.test(to) ? to : '/')
