import Link from 'next/link'
import { calendarDate, formatDate } from '@/core/format/formatTime'
import { DESK_IDS, DESKS, type Desk } from '@/schema/desks'
import type { InstrumentPageData } from '@/server/services/register/instrumentPage'

/** The desks, and which of them were set up for it. */
export function Desks({ page: { instrument, saved, timeZone } }: { page: InstrumentPageData }) {
  const path = `/instruments/${encodeURIComponent(instrument.tag)}`
  const what = {
    range: 'a wanted range against what the sensor can do',
    vessel: 'the range that follows from tank or drum',
    flow: 'the range that follows from orifice or given pair',
    loop: 'everything from the sensor to the host',
    'set-up': 'what to key in, in which order, and what it then shows',
  } satisfies Record<Desk, string>
  return (
    <nav className="desk-cards" aria-label="Desks">
      {DESK_IDS.map((desk) => (
        <Link key={desk} className="card" href={`${path}/${desk}`}>
          <strong>{DESKS[desk]}</strong>
          <span className="small">{what[desk]}</span>
          <span className="soft small">
            {saved[desk]
              ? `saved ${formatDate(calendarDate(new Date(saved[desk].savedAt), timeZone))}, ${saved[desk].savedBy}`
              : 'not set up'}
          </span>
        </Link>
      ))}
    </nav>
  )
}
