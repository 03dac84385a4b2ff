import type { Metadata } from 'next'
import { calendarDate } from '@/core/format/formatTime'
import { mayDo } from '@/schema/roles'
import { signedIn } from '@/server/currentPerson'
import { records } from '@/server/services/lookUps'
import { siteTimeZone } from '@/server/services/people/site'
import { RecordList } from '@/ui/records/RecordList'

export const metadata: Metadata = { title: 'Records' }

/** Every sealed record, newest first. */
export default async function RecordsPage() {
  const person = await signedIn('/records')
  const timeZone = await siteTimeZone()
  const results = await records()
  const rows = results.map((result) => ({
    id: result.sequence,
    tag: result.tag,
    sealedOn: calendarDate(result.sealedAt, timeZone),
    signedBy: result.signedBy,
    asFound: result.asFound,
    asFoundErrorPercent: result.asFoundErrorPercent,
    asLeft: result.asLeft,
    asLeftErrorPercent: result.asLeftErrorPercent,
    errorBasis: result.errorBasis,
    reviewState: result.reviewState,
  }))
  return <RecordList rows={rows} showsWaiting={mayDo(person.role, 'review')} />
}
