import { redirect } from 'next/navigation'
import { signedInPerson } from './auth/session'
import type { Person } from './sql/people/person'

/** The person signed in; a page that shows what belongs to the plant leads to sign-in where nobody is. */
export async function signedIn(path: string): Promise<Person> {
  const person = await signedInPerson()
  if (!person) redirect(`/sign-in?to=${encodeURIComponent(path)}`)
  return person
}
