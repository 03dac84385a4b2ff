import type { Metadata } from 'next'
import { signedIn } from '@/server/currentPerson'
import { pool } from '@/server/database'
import { people } from '@/server/services/lookUps'
import { ownAccount } from '@/server/services/people/ownAccount'
import { siteOf } from '@/server/services/people/site'
import { PeopleDesk } from '@/ui/people/PeopleDesk'

export const metadata: Metadata = { title: 'People' }

/** Who works here. */
export default async function PeoplePage() {
  const current = await signedIn('/people')
  const [everybody, site, account] = await Promise.all([people(), siteOf(pool()), ownAccount(current.id)])
  return <PeopleDesk people={everybody} current={current} site={site} account={account} />
}
