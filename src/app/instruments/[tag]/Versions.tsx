import { limitWords } from '@/core/error/limitWords'
import { formatDateTime } from '@/core/format/formatTime'
import { rangeText } from '@/server/services/beam'
import type { InstrumentPageData } from '@/server/services/instrumentPage'
import { rangeChangeWords } from '@/words/rangeChangeWords'

/** Every version of its configuration, with who changed it and why. */
export function Versions({ page: { versions, timeZone } }: { page: InstrumentPageData }) {
  return (
    <section aria-labelledby="versions">
      <h2 id="versions">Configuration</h2>
      <div className="scroll-x">
        <table className="plain-table">
          <thead>
            <tr>
              <th>Version</th>
              <th>Since</th>
              <th>By</th>
              <th>Why</th>
              <th>Range</th>
              <th>Error limit</th>
            </tr>
          </thead>
          <tbody>
            {versions.map((version) => (
              <tr key={version.version}>
                <td className="num">{version.version}</td>
                <td>{formatDateTime(version.changedAt, timeZone)}</td>
                <td>{version.changedBy}</td>
                <td>{version.changeReason}</td>
                <td className="num">{rangeText(version.configuration)}</td>
                <td className="num">{limitWords(version.configuration.errorLimit)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
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
