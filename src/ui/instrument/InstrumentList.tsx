'use client'
import type { GridColDef } from '@mui/x-data-grid'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { formatDate } from '@/core/format/formatTime'
import { LIST_COLUMNS } from '@/schema/instrument/listCells'
import { LinkButton } from '../../kit/parts/LinkButton'
import { RowList } from '../../kit/parts/RowList'
import { SearchBox } from '../../kit/parts/SearchBox'
import { matches } from '../day/jobs'

type Row = { id: string; tag: string; cells: Readonly<Record<string, string>>; dueOn: string }

const COLUMNS: GridColDef<Row>[] = [
  {
    field: 'tag',
    headerName: 'Tag',
    width: 120,
    renderCell: ({ row }) => (
      <Link className="tag" href={`/instruments/${encodeURIComponent(row.tag)}`} tabIndex={-1}>
        {row.tag}
      </Link>
    ),
  },
  ...LIST_COLUMNS.map(
    ({ name, title, width, isFigure }): GridColDef<Row> => ({
      field: name,
      headerName: title,
      valueGetter: (_, { cells }) => cells[name] ?? '',
      ...(width === 0 ? { flex: 1, minWidth: 180 } : { width }),
      ...(isFigure && { cellClassName: 'num' }),
    }),
  ),
  {
    field: 'dueOn',
    headerName: 'Due',
    width: 120,
    valueFormatter: (value: string) => (value === '' ? 'retired' : formatDate(value)),
  },
]

/** What a row is found by beside its tag. */
const FOUND_BY = { description: '', area: '' }

/** The register as a sortable list with a search box; Enter or a click opens an instrument. */
export function InstrumentList({ rows }: { rows: readonly Row[] }) {
  const router = useRouter()
  const [search, setSearch] = useState('')
  const found = search ? rows.filter(({ tag, cells }) => matches({ tag, ...FOUND_BY, ...cells }, search)) : rows
  const open = (row: Row | undefined) => row && router.push(`/instruments/${encodeURIComponent(row.tag)}`)
  return (
    <div className="page stack">
      <div className="head-row">
        <h1>Instruments</h1>
        <form
          onSubmit={(event) => {
            event.preventDefault()
            open(found[0])
          }}
        >
          <SearchBox
            label="Find by tag, description or area"
            placeholder="tag or words"
            value={search}
            change={setSearch}
          />
        </form>
        <div className="end actions">
          <LinkButton href="/import?list=instruments">Import or export</LinkButton>
          <LinkButton variant="contained" href="/register">
            Register an instrument <kbd style={{ marginLeft: 10 }}>n</kbd>
          </LinkButton>
        </div>
      </div>
      <RowList
        label="Instruments"
        rows={found}
        columns={COLUMNS}
        open={open}
        empty={search ? `No results for “${search}”` : 'No instruments yet: register the first one'}
        initialState={{ sorting: { sortModel: [{ field: 'tag', sort: 'asc' }] } }}
      />
    </div>
  )
}
