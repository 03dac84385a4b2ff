import Link from 'next/link'
import { formatPlain, formatSigned } from '@/core/format/formatNumber'
import { calendarDate, formatDate, formatDateTime } from '@/core/format/formatTime'
import { DataTable } from '@/kit/parts/DataTable'
import { Mark, VERDICT_MARK } from '@/kit/parts/Mark'
import { ErrorCorridor } from '@/kit/pictures/ErrorCorridor'
import type { InstrumentPageData } from '@/server/services/register/instrumentPage'
import { runCorridor } from '@/ui/run/runPictures'
import { VERDICT_WORDS } from '@/words/pointVerdictWords'

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
      <DataTable
        rows={results}
        keyOf={({ sequence }) => sequence}
        columns={[
          { head: 'Date', cell: ({ sealedAt }) => formatDate(calendarDate(sealedAt, timeZone)) },
          { head: 'By', cell: ({ signedBy }) => signedBy },
          { head: 'As found', cell: ({ asFound }) => <Verdict verdict={asFound} /> },
          {
            head: 'largest, % of span',
            is: 'right',
            cell: (result) => errorOf(result.asFoundErrorPercent, result.errorBasis),
          },
          { head: 'As left', cell: ({ asLeft }) => <Verdict verdict={asLeft} /> },
          {
            head: 'largest, % of span',
            is: 'right',
            cell: (result) => errorOf(result.asLeftErrorPercent, result.errorBasis),
          },
          {
            head: 'Record',
            cell: ({ sequence }) => <Link href={`/records/${sequence}`}>record {sequence}</Link>,
          },
        ]}
      />
    </section>
  )
}

/** What lists say of calibrations from before it was registered here, the newest first. */
export function ListedBefore({ page: { listed } }: { page: InstrumentPageData }) {
  if (listed.length === 0) return null
  return (
    <section aria-labelledby="listed">
      <h2 id="listed">
        Earlier calibrations <span className="soft small">· as lists say, no records</span>
      </h2>
      <DataTable
        rows={listed}
        keyOf={({ calibratedOn, certificate }) => `${calibratedOn} ${certificate}`}
        columns={[
          { head: 'Date', cell: ({ calibratedOn }) => formatDate(calibratedOn) },
          { head: 'As found, % of span at %', cell: ({ points }) => pointWords(points, ({ found }) => found) },
          { head: 'As left', cell: ({ points }) => pointWords(points, ({ left }) => left) },
          { head: 'Certificate', cell: ({ certificate }) => certificate || '–' },
          { head: 'From', cell: ({ source }) => source },
        ]}
      />
    </section>
  )
}

type Points = InstrumentPageData['listed'][number]['points']

const pointWords = (points: Points, errorAt: (point: Points[number]) => number | null): string =>
  points
    .flatMap((point) => {
      const error = errorAt(point)
      return error === null ? [] : [`${formatSigned(error, 2)} at ${formatPlain(point.percent)}`]
    })
    .join(', ') || 'not adjusted'

type Result = InstrumentPageData['results'][number]

const Verdict = ({ verdict }: { verdict: Result['asFound'] }) => (
  <>
    <Mark mark={VERDICT_MARK[verdict]} /> {VERDICT_WORDS[verdict]}
  </>
)

const errorOf = (percent: number, basis: Result['errorBasis']) =>
  `${formatSigned(percent, 3)}${basis === 'reading' ? ' of reading' : ''}`

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
