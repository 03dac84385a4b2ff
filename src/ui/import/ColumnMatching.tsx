'use client'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import type { Matching } from '@/plans/import/table'
import type { Column } from '@/schema/list/column'
import { DataTable } from '../../kit/parts/DataTable'
import type { FileLines } from './readFile'

type Props = {
  readonly columns: readonly Column[]
  readonly file: FileLines
  readonly matching: Matching
  readonly match: (key: string, place: number | null) => void
}

/** Which column of the file is which of ours; those found by name stand already. */
export function ColumnMatching({ columns, file: { heads, lines }, matching, match }: Props) {
  const used = new Set(Object.values(matching))
  const unused = heads.filter((_, place) => !used.has(place))
  return (
    <details className="card" open={columns.some(({ key, isRequired }) => isRequired && matching[key] === undefined)}>
      <summary>
        {used.size} of {heads.length} columns found by their names
        {unused.length > 0 && `; not used: ${unused.join(', ')}`}
      </summary>
      <DataTable
        label="Columns"
        rows={columns}
        keyOf={({ key }) => key}
        columns={[
          {
            head: 'Ours',
            cell: ({ title, isRequired }) => (isRequired ? <strong>{title}</strong> : title),
          },
          {
            head: 'In the file',
            cell: ({ key, title }) => (
              <TextField
                select
                size="small"
                value={matching[key] ?? ''}
                onChange={(event) => match(key, event.target.value === '' ? null : Number(event.target.value))}
                slotProps={{ htmlInput: { 'aria-label': `Column for ${title}` } }}
                sx={{ minWidth: 180 }}
              >
                <MenuItem value="">—</MenuItem>
                {heads.map((head, place) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: columns of a file are told apart by their place
                  <MenuItem key={place} value={place}>
                    {head || `column ${place + 1}`}
                  </MenuItem>
                ))}
              </TextField>
            ),
          },
          { head: 'First row', cell: ({ key }) => lines[0]?.[matching[key] ?? -1] ?? '' },
          { head: 'Allowed values', cell: ({ hint }) => <span className="soft small">{hint}</span> },
        ]}
      />
    </details>
  )
}
