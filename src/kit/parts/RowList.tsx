'use client'
import { DataGrid, type GridColDef, type GridInitialState } from '@mui/x-data-grid'
import { PrintedRows } from './PrintedRows'
import { usePrinting } from './usePrinting'

type Props<Row extends { id: string | number }> = {
  label: string
  rows: readonly Row[]
  columns: GridColDef<Row>[]
  open: (row: Row) => void
  /** Said where there is no row. */
  empty: string
  initialState?: GridInitialState
}

/** A sortable list of rows that open by Enter or a click. */
export function RowList<Row extends { id: string | number }>({
  label,
  rows,
  columns,
  open,
  empty,
  initialState,
}: Props<Row>) {
  const isPrinting = usePrinting() !== null
  if (isPrinting) return <PrintedRows {...{ label, rows, columns }} />
  return (
    <DataGrid
      rows={[...rows]}
      columns={columns}
      label={label}
      initialState={{ pagination: { paginationModel: { pageSize: 25 } }, ...initialState }}
      pageSizeOptions={[25, 50, 100]}
      density="compact"
      disableRowSelectionOnClick
      onRowClick={({ row }) => open(row)}
      onCellKeyDown={({ row }, event) => event.key === 'Enter' && open(row)}
      localeText={{ noRowsLabel: empty }}
      sx={{
        minHeight: 240,
        bgcolor: 'var(--card)',
        '& .MuiDataGrid-row': { cursor: 'pointer' },
        // As large as a finger needs it at least (WCAG 2.2, 2.5.8).
        '& .MuiDataGrid-cell a': { display: 'inline-block', minWidth: '24px', lineHeight: '24px' },
      }}
    />
  )
}
