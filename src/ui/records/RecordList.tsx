'use client'
import type { GridColDef } from '@mui/x-data-grid'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { PointVerdict } from '@/core/error/verdict'
import { formatSigned } from '@/core/format/formatNumber'
import { formatDate } from '@/core/format/formatTime'
import type { ErrorBasis } from '@/core/run/judge/errorBasis'
import { REVIEW_WORDS, type ReviewState } from '@/schema/review'
import { VERDICT_WORDS } from '@/words/pointVerdictWords'
import { LinkButton } from '../../kit/parts/LinkButton'
import { Mark, VERDICT_MARK } from '../../kit/parts/Mark'
import { RowList } from '../../kit/parts/RowList'
import { SearchBox } from '../../kit/parts/SearchBox'
import { Tick } from '../../kit/parts/Tick'

type Row = {
  id: number
  tag: string
  sealedOn: string
  signedBy: string
  asFound: PointVerdict
  asFoundErrorPercent: number
  asLeft: PointVerdict
  asLeftErrorPercent: number
  errorBasis: ErrorBasis
  reviewState: ReviewState
}

const verdictColumn = (field: 'asFound' | 'asLeft', headerName: string): GridColDef<Row> => ({
  field,
  headerName,
  flex: 1,
  minWidth: 150,
  renderCell: ({ row }) => (
    <span>
      <Mark mark={VERDICT_MARK[row[field]]} /> {VERDICT_WORDS[row[field]]}
    </span>
  ),
})
const errorColumn = (field: 'asFoundErrorPercent' | 'asLeftErrorPercent'): GridColDef<Row> => ({
  field,
  headerName: 'largest error, %',
  width: 130,
  align: 'right',
  headerAlign: 'right',
  cellClassName: 'num',
  valueFormatter: (value: number, row) => `${formatSigned(value, 3)} ${row.errorBasis === 'span' ? 'span' : 'reading'}`,
})

const COLUMNS: GridColDef<Row>[] = [
  {
    field: 'id',
    headerName: 'Record',
    width: 90,
    renderCell: ({ row }) => (
      <Link href={`/records/${row.id}`} tabIndex={-1} className="num">
        {row.id}
      </Link>
    ),
  },
  { field: 'tag', headerName: 'Tag', width: 110, cellClassName: 'tag' },
  { field: 'sealedOn', headerName: 'Signed', width: 125, valueFormatter: (value: string) => formatDate(value) },
  { field: 'signedBy', headerName: 'By', width: 140 },
  verdictColumn('asFound', 'As found'),
  errorColumn('asFoundErrorPercent'),
  verdictColumn('asLeft', 'As left'),
  errorColumn('asLeftErrorPercent'),
  {
    field: 'reviewState',
    headerName: 'Review',
    width: 160,
    valueFormatter: (value: ReviewState) => REVIEW_WORDS[value],
  },
]

/** Sealed records as a sortable list; Enter or a click opens one. */
export function RecordList({ rows, showsWaiting }: { rows: readonly Row[]; showsWaiting: boolean }) {
  const [onlyWaiting, setOnlyWaiting] = useState(showsWaiting)
  const router = useRouter()
  const [search, setSearch] = useState('')
  const waiting = rows.filter(({ reviewState }) => reviewState === 'waiting' || reviewState === 'returned')
  const found = (onlyWaiting ? waiting : rows).filter((row) =>
    `${row.tag} ${row.signedBy} ${row.id}`.toLowerCase().includes(search.toLowerCase()),
  )
  const open = (row: Row) => router.push(`/records/${row.id}`)
  return (
    <div className="page stack">
      <div className="head-row">
        <h1>Records</h1>
        <SearchBox
          label="Find by tag, person or number"
          placeholder="tag, person, number"
          value={search}
          change={setSearch}
        />
        <Tick label={`Only those to be reviewed (${waiting.length})`} checked={onlyWaiting} change={setOnlyWaiting} />
        <span className="end actions">
          <LinkButton variant="outlined" href="/audit">
            Audit trail
          </LinkButton>
          <LinkButton variant="outlined" href="/audit/verify">
            Verification
          </LinkButton>
        </span>
      </div>
      <RowList
        label="Records"
        rows={found}
        columns={COLUMNS}
        open={open}
        empty={search ? `No results for “${search}”` : 'No sealed record yet: sign a run and it stands here'}
      />
    </div>
  )
}
