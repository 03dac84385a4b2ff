import type { Metadata } from 'next'
import { signedIn } from '@/server/currentPerson'
import { pool } from '@/server/database'
import { people } from '@/server/services/lookUps'
import { siteOf } from '@/server/services/site'
import { PeopleDesk } from '@/ui/people/PeopleDesk'

export const metadata: Metadata = { title: 'People' }

/** Who works here. */
export default async function PeoplePage() {
  const current = await signedIn('/people')
  return <PeopleDesk people={await people()} current={current} site={await siteOf(pool())} />
}
