import Link from 'next/link'
import { formatSigned } from '@/core/format/formatNumber'
import { calendarDate, formatDate, formatDateTime } from '@/core/format/formatTime'
import type { InstrumentPageData } from '@/server/services/instrumentPage'
import { Mark, VERDICT_MARK, VERDICT_WORDS } from '@/ui/parts/Mark'
import { ErrorCorridor } from '@/ui/pictures/ErrorCorridor'
import { runCorridor } from '@/ui/run/runPictures'

/** How its error lay in the corridor the last time. */
export function LastPicture({ page: { lastRecord, timeZone } }: { page: InstrumentPageData }) {
  if (!lastRecord)
    return (
      <section>
        <h2>Last calibration</h2>
        <p className="soft">None yet. The first one will show here how its error lies in the corridor.</p>
      </section>
    )
  const rounds = lastRecord.results
  return (
    <section aria-labelledby="last">
      <h2 id="last">
        Last calibration, {formatDate(calendarDate(new Date(lastRecord.signature.signedAt), timeZone))}
        <span className="soft small"> · hollow as found{rounds.length > 1 ? ', filled as left' : ''}</span>
      </h2>
      <ErrorCorridor height={250} data={runCorridor({ run: lastRecord, rounds, earlier: null })} />
    </section>
  )
}

/** Every calibration, the newest first. */
export function History({ page: { results, timeZone } }: { page: InstrumentPageData }) {
  if (results.length === 0) return null
  return (
    <section aria-labelledby="history">
      <h2 id="history">Calibrations</h2>
      <div className="scroll-x">
        <table className="plain-table">
          <thead>
            <tr>
              <th>Date</th>
              <th>By</th>
              <th>As found</th>
              <th className="r">largest, % of span</th>
              <th>As left</th>
              <th className="r">largest, % of span</th>
              <th>Record</th>
            </tr>
          </thead>
          <tbody>
            {results.map((result) => (
              <tr key={result.sequence}>
                <td>{formatDate(calendarDate(result.sealedAt, timeZone))}</td>
                <td>{result.signedBy}</td>
                <td>
                  <Mark mark={VERDICT_MARK[result.asFound]} /> {VERDICT_WORDS[result.asFound]}
                </td>
                <td className="num r">
                  {formatSigned(result.asFoundErrorPercent, 3)}
                  {result.errorBasis === 'reading' && ' of reading'}
                </td>
                <td>
                  <Mark mark={VERDICT_MARK[result.asLeft]} /> {VERDICT_WORDS[result.asLeft]}
                </td>
                <td className="num r">
                  {formatSigned(result.asLeftErrorPercent, 3)}
                  {result.errorBasis === 'reading' && ' of reading'}
                </td>
                <td>
                  <Link href={`/records/${result.sequence}`}>record {result.sequence}</Link>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  )
}

/** Runs that were given up. */
export function Abandoned({ page: { abandoned, timeZone } }: { page: InstrumentPageData }) {
  if (abandoned.length === 0) return null
  return (
    <section aria-labelledby="abandoned">
      <h2 id="abandoned">Abandoned runs</h2>
      <ul className="cautions small">
        {abandoned.map((run) => (
          <li key={run.id}>
            {formatDateTime(run.closedAt, timeZone)}, begun by {run.startedBy}: {run.reason}
          </li>
        ))}
      </ul>
    </section>
  )
}
