import type { Metadata } from 'next'
import Link from 'next/link'
import { calendarDate } from '@/core/format/formatTime'
import { mayDo } from '@/schema/roles'
import { addressText } from '@/server/addressText'
import { signedIn } from '@/server/currentPerson'
import { pageOrNotFound } from '@/server/pageOrNotFound'
import { siteTimeZone } from '@/server/services/people/site'
import { findingsOfReference } from '@/server/services/references/findings'
import { referenceByCode } from '@/server/services/references/references'
import { FindingList } from '@/ui/references/impact/FindingList'
import { ImpactDesk } from '@/ui/references/impact/ImpactDesk'

type Props = { params: Promise<{ code: string }>; searchParams: Promise<{ range?: string }> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `Impact of ${addressText((await params).code)}` }
}

/** What a reference that was off puts in doubt. */
export default async function ImpactPage({ params, searchParams }: Props) {
  const code = addressText((await params).code)
  const { range } = await searchParams
  const path = `/references/${encodeURIComponent(code)}`
  const person = await signedIn(`${path}/impact`)
  const reference = await pageOrNotFound(() => referenceByCode(code))
  const timeZone = await siteTimeZone()
  const { ranges } = reference.facts
  const chosen = ranges.find(({ id }) => id === range) ?? ranges.find(({ isRemoved }) => !isRemoved) ?? ranges[0]
  const findings = await findingsOfReference(reference)
  const mayFind = mayDo(person.role, 'attach findings')
  return (
    <div className="page stack">
      <div className="head-row">
        <h1>
          Impact of {reference.code} <span className="run-what">{reference.facts.description}</span>
        </h1>
        <Link className="end" href={path}>
          Its page
        </Link>
      </div>
      <p className="soft">
        What was calibrated with it, judged again from the raw readings as it is supposed to have been.
      </p>
      <FindingList {...{ findings, timeZone, mayUndo: mayFind }} />
      {chosen && (
        <ImpactDesk
          reference={reference}
          rangeId={chosen.id}
          today={calendarDate(new Date(), timeZone)}
          mayFind={mayFind}
        />
      )}
    </div>
  )
}
