import { limitWords } from '@/core/error/limitWords'
import { formatDateTime } from '@/core/format/formatTime'
import { rangeText } from '@/core/range/rangeText'
import { DataTable } from '@/kit/parts/DataTable'
import type { Configuration } from '@/schema/configuration'
import { changesBetween, changeWords } from '@/schema/instrument/fieldLines'
import type { InstrumentPageData } from '@/server/services/register/instrumentPage'
import { rangeChangeWords } from '@/words/rangeChangeWords'

/** Every version of its configuration, with who changed it and why. */
export function Versions({ page: { versions, timeZone } }: { page: InstrumentPageData }) {
  return (
    <section aria-labelledby="versions">
      <h2 id="versions">Configuration</h2>
      <DataTable
        rows={versions}
        keyOf={({ version }) => version}
        columns={[
          { head: 'Version', is: 'figure', cell: ({ version }) => version },
          { head: 'Since', cell: ({ changedAt }) => formatDateTime(changedAt, timeZone) },
          { head: 'By', cell: ({ changedBy }) => changedBy },
          {
            head: 'Why, and what changed',
            cell: ({ version, changeReason, configuration }) => (
              <>
                {changeReason}
                <Changes
                  before={versions.find((each) => each.version === version - 1)?.configuration}
                  after={configuration}
                />
              </>
            ),
          },
          { head: 'Range', is: 'figure', cell: ({ configuration }) => rangeText(configuration) },
          { head: 'Error limit', is: 'figure', cell: ({ configuration }) => limitWords(configuration.errorLimit) },
        ]}
      />
    </section>
  )
}

/** What a version changed against the one before it; nothing of the first. */
function Changes({ before, after }: { before: Configuration | undefined; after: Configuration }) {
  if (!before) return null
  return changesBetween(before, after).map((change) => (
    <div key={change.title} className="small soft">
      {changeWords(change)}
    </div>
  ))
}

/** Tags it had before, and when it was out of the register. */
export function Standing({ page: { renamed, standings, timeZone } }: { page: InstrumentPageData }) {
  if (renamed.length === 0 && standings.length === 0) return null
  return (
    <section aria-labelledby="standing">
      <h2 id="standing">Tags and standing</h2>
      <ul className="plain-list">
        {renamed.map(({ id, tagBefore, tagAfter, reason, at, by }) => (
          <li key={id}>
            {tagBefore} became {tagAfter}, {formatDateTime(at, timeZone)}, {by}: {reason}
          </li>
        ))}
        {standings.map(({ isRetired, reason, at, by }) => (
          <li key={at.toISOString()}>
            {isRetired ? 'Retired' : 'Put back'}, {formatDateTime(at, timeZone)}, {by}: {reason}
          </li>
        ))}
      </ul>
    </section>
  )
}

/** What each range change took, beside the versions it made. */
export function RangeChanges({ page: { rangeChanges, timeZone } }: { page: InstrumentPageData }) {
  if (rangeChanges.length === 0) return null
  return (
    <section aria-labelledby="range-changes">
      <h2 id="range-changes">Range changes</h2>
      <ul className="plain-list">
        {rangeChanges.map(({ id, toVersion, detail, changedAt, changedBy, reason }) => (
          <li key={id}>
            Version {toVersion}, {formatDateTime(changedAt, timeZone)}, {changedBy}: {reason}.{' '}
            <span className="soft">{rangeChangeWords(detail)}</span>
          </li>
        ))}
      </ul>
    </section>
  )
}
