import type { Metadata } from 'next'
import { AuditFilter } from '@/schema/audit'
import { signedIn } from '@/server/currentPerson'
import { people } from '@/server/services/lookUps'
import { auditPage } from '@/server/services/proof/auditTrail'
import { AuditTrail } from '@/ui/audit/AuditTrail'

export const metadata: Metadata = { title: 'Audit trail' }

type Props = { searchParams: Promise<Record<string, string | string[] | undefined>> }

/** Who did what, when and why. */
export default async function AuditPage({ searchParams }: Props) {
  await signedIn('/audit')
  const asked = Object.entries(await searchParams).flatMap(([name, value]) =>
    typeof value === 'string' && value !== '' ? [[name, value.normalize('NFC').replaceAll('\0', '')] as const] : [],
  )
  // A filter that cannot be read is no filter: the page then shows everything and its boxes are empty.
  const filter = AuditFilter.catch({}).parse(Object.fromEntries(asked))
  const [page, everybody] = await Promise.all([auditPage(filter), people()])
  return <AuditTrail {...page} filter={filter} people={everybody.map(({ name }) => name)} />
}
