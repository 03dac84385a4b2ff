'use client'
import type { GridColDef } from '@mui/x-data-grid'
import { DataTable } from './DataTable'

type Props<Row extends { id: string | number }> = {
  readonly label: string
  readonly rows: readonly Row[]
  readonly columns: readonly GridColDef<Row>[]
}

/** A list on paper: every row, whatever page of it the screen shows. */
export function PrintedRows<Row extends { id: string | number }>({ label, rows, columns }: Props<Row>) {
  return (
    <DataTable
      label={label}
      rows={rows}
      keyOf={({ id }) => id}
      columns={columns.map((column) => ({ head: column.headerName, cell: (row: Row) => cellOf<Row>(column, row) }))}
    />
  )
}

/** As the grid draws it: our columns ask for the row and its value, and for nothing else of the grid. */
function cellOf<Row extends { id: string | number }>({ field, renderCell, valueFormatter }: GridColDef<Row>, row: Row) {
  const value = (row as Record<string, unknown>)[field]
  if (renderCell) return renderCell({ row, value } as Parameters<typeof renderCell>[0])
  const format = valueFormatter as ((value: unknown, row: Row) => string) | undefined
  return format ? format(value, row) : String(value ?? '')
}
