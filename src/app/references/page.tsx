import type { Metadata } from 'next'
import Link from 'next/link'
import { limitWords } from '@/core/error/limitWords'
import { formatPlain } from '@/core/format/formatNumber'
import { calendarDate } from '@/core/format/formatTime'
import { REFERENCE_KINDS } from '@/core/reference/referenceKind'
import { DataTable } from '@/kit/parts/DataTable'
import { LinkButton } from '@/kit/parts/LinkButton'
import { Notice } from '@/kit/parts/Notice'
import { certificatesOfRange } from '@/plans/workingReferencesOf'
import type { Reference, ReferenceRange } from '@/schema/reference'
import { mayDo } from '@/schema/roles'
import { signedIn } from '@/server/currentPerson'
import { ownedReferences } from '@/server/services/lookUps'
import { siteTimeZone } from '@/server/services/people/site'
import { CapsuleShelf } from '@/ui/desks/CapsuleShelf'
import { reachWords, unitOf, whereWords } from '@/ui/references/referenceWords'
import { Validity } from '@/ui/references/Validity'

export const metadata: Metadata = { title: 'References' }

/** What we own to calibrate with, and the capsules on the shelf. */
export default async function ReferencesPage() {
  const person = await signedIn('/references')
  const { references, capsules } = await ownedReferences()
  const today = calendarDate(new Date(), await siteTimeZone())
  const mayKeep = mayDo(person.role, 'keep references')
  return (
    <div className="page stack">
      <div className="head-row">
        <h1>References</h1>
        {mayKeep && (
          <span className="end actions">
            <LinkButton href="/devices">Devices read over a network</LinkButton>
            <LinkButton href="/import?list=references">Import or export</LinkButton>
            <LinkButton href="/references/new">Register a reference</LinkButton>
          </span>
        )}
      </div>
      {references.length === 0 && (
        <Notice>None is registered, so no run can begin. Register the first, and enter its certificate.</Notice>
      )}
      <DataTable
        rows={rowsOf(references)}
        keyOf={({ range }) => range.id}
        columns={[
          {
            head: 'Code',
            is: 'tag',
            cell: ({ reference: { code }, isFirst }) =>
              isFirst && <Link href={`/references/${encodeURIComponent(code)}`}>{code}</Link>,
          },
          {
            head: 'What it is',
            cell: ({ reference: { facts }, range, isFirst }) => (
              <>
                {isFirst ? facts.description : <span className="soft">{REFERENCE_KINDS[facts.kind].label}</span>}
                {range.mark !== '' && <span className="soft">, {range.mark}</span>}
              </>
            ),
          },
          { head: 'Reach', is: 'figure', cell: ({ range }) => reachWords(range) },
          { head: 'Accuracy', is: 'figure', cell: ({ range }) => limitWords(range.accuracy, unitOf(range)) },
          {
            head: 'Resolution',
            is: 'figure',
            cell: ({ range }) => `${formatPlain(range.resolution)} ${unitOf(range)}`,
          },
          {
            head: 'Certificate',
            is: 'figure',
            cell: ({ newest }) => <span className="nowrap">{newest?.number ?? '—'}</span>,
          },
          { head: 'Valid', cell: ({ newest }) => <Validity dueOn={newest?.dueOn ?? null} today={today} /> },
          {
            head: 'Where',
            cell: ({ reference: { whereabouts, facts }, isFirst }) => (
              <span className={whereabouts && whereabouts.state !== 'in-use' ? 'tone-look' : ''}>
                {isFirst && whereWords(whereabouts, facts.location)}
              </span>
            ),
          },
        ]}
      />
      <CapsuleShelf capsules={capsules} mayKeep={mayKeep} />
    </div>
  )
}

/** A row for each range; those of retired devices come last. */
function rowsOf(references: readonly Reference[]) {
  const isRetired = ({ whereabouts }: Reference) => whereabouts?.state === 'retired'
  return [...references.filter((each) => !isRetired(each)), ...references.filter(isRetired)].flatMap((reference) =>
    reference.facts.ranges
      .filter(({ isRemoved }) => !isRemoved)
      .map((range: ReferenceRange, index) => ({
        reference,
        range,
        isFirst: index === 0,
        newest: certificatesOfRange(reference, range.id)[0]?.certificate,
      })),
  )
}
