'use client'
import Link from 'next/link'
import { formatDate } from '@/core/format/formatTime'
import { CHANGES, type Change } from '@/core/impact/recomputedRun'
import type { MarkShape } from '@/pictures/scene'
import { becomesWords, limitWords, meaningWords, ROUND_WORDS, wasWords } from '@/plans/impactWords'
import type { ImpactRow } from '@/schema/impact'
import { DataTable } from '../../../kit/parts/DataTable'
import { Mark } from '../../../kit/parts/Mark'

export const CHANGE_MARK: Record<Change, MarkShape> = {
  'to-fail': 'outside',
  'in-doubt': 'look',
  'to-pass': 'inside',
  same: 'inside',
}
const TONE: Record<Change, string> = { 'to-fail': 'tone-outside', 'in-doubt': 'tone-look', 'to-pass': '', same: '' }

/** More rows than anybody reads on a screen; the report has them all. */
const MOST_SHOWN = 100

/** The records that say something else, the gravest first. */
export function ImpactTable({ rows, total }: { rows: readonly ImpactRow[]; total: number }) {
  return (
    <>
      <DataTable
        label="What changes"
        rows={rows.slice(0, MOST_SHOWN)}
        keyOf={({ sequence }) => sequence}
        columns={[
          { head: '', cell: ({ change }) => <Mark mark={CHANGE_MARK[change]} label={CHANGES[change]} /> },
          {
            head: 'Instrument',
            cell: ({ tag, description, area }) => (
              <>
                <Link className="tag" href={`/instruments/${encodeURIComponent(tag)}`}>
                  {tag}
                </Link>{' '}
                {description} <span className="soft small nowrap">{area}</span>
              </>
            ),
          },
          {
            head: 'Calibrated',
            is: 'figure',
            cell: ({ sequence, day }) => (
              <Link className="nowrap" href={`/records/${sequence}`}>
                {formatDate(day)}
              </Link>
            ),
          },
          { head: 'Was', is: 'right', cell: (row) => <span className="nowrap">{wasWords(row)}</span> },
          {
            head: 'Becomes',
            is: 'right',
            cell: (row) => <strong className={`nowrap ${TONE[row.change]}`}>{becomesWords(row)}</strong>,
          },
          { head: 'Limit', is: 'right', cell: limitWords },
          {
            head: 'Process may have been read',
            cell: (row) => (
              <div style={{ minWidth: 150 }}>
                <span className="num">{meaningWords(row)}</span>{' '}
                {row.change === 'to-fail' && <span className="soft small">{ROUND_WORDS[row.round]}</span>}
              </div>
            ),
          },
          {
            head: 'Again since',
            cell: ({ doneSince }) =>
              doneSince ? (
                <Link className="nowrap" href={`/records/${doneSince.sequence}`}>
                  {formatDate(doneSince.day)}
                </Link>
              ) : (
                <span className="soft">not yet</span>
              ),
          },
        ]}
      />
      {total > MOST_SHOWN && (
        <p className="small soft">
          The gravest {MOST_SHOWN} of {total} are shown; the report has the others.
        </p>
      )}
    </>
  )
}
