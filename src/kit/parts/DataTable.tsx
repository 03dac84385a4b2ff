import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableContainer from '@mui/material/TableContainer'
import TableHead from '@mui/material/TableHead'
import TableRow from '@mui/material/TableRow'
import type { ReactNode } from 'react'

/** A column: its head, and what stands in it for a row. */
export type Column<R> = {
  readonly head: ReactNode
  readonly cell: (row: R, index: number) => ReactNode
  /** `figure`: in the face of figures, in line with its words; `right`: likewise, at the right of its column. */
  readonly is?: 'figure' | 'right' | 'tag'
}

type Props<R> = {
  readonly columns: readonly Column<R>[]
  readonly rows: readonly R[]
  readonly keyOf: (row: R, index: number) => string | number
  readonly label?: string
  readonly className?: string
}

const CLASS = { figure: 'num', right: 'num', tag: 'tag' } as const

/** A table of things; wider than its place it scrolls there, not the page. */
export function DataTable<R>({ columns, rows, keyOf, label, className }: Props<R>) {
  return (
    // Words for ears alone are placed absolutely: what scrolls must be what holds them, or they widen the page.
    <TableContainer
      className={className ?? ''}
      sx={{
        position: 'relative',
        // As large as a finger needs it at least (WCAG 2.2, 2.5.8).
        '& .MuiTableCell-root a': { display: 'inline-block', minWidth: '24px', lineHeight: '24px' },
      }}
    >
      <Table size="small" aria-label={label}>
        <TableHead>
          <TableRow>
            {columns.map(({ head, is }, at) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: columns stand in a fixed order
              <TableCell key={at} {...(is === 'right' && { align: 'right' as const })}>
                {head}
              </TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.map((row, index) => (
            <TableRow key={keyOf(row, index)}>
              {columns.map(({ cell, is }, at) => (
                <TableCell
                  // biome-ignore lint/suspicious/noArrayIndexKey: columns stand in a fixed order
                  key={at}
                  className={is ? CLASS[is] : ''}
                  {...(is === 'right' && { align: 'right' as const })}
                >
                  {cell(row, index)}
                </TableCell>
              ))}
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </TableContainer>
  )
}
