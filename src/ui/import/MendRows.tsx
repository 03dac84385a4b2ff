'use client'
import type { RowAnswer } from '@/schema/importedRows'
import type { Column } from '@/schema/list/column'
import { WordsBox } from '../../kit/form/boxes'
import { DataTable } from '../../kit/parts/DataTable'

type Props = {
  readonly columns: readonly Column[]
  /** The column a row is called by. */
  readonly keyColumn: string
  readonly answers: readonly RowAnswer[]
  readonly rows: readonly { readonly line: number; readonly cells: Readonly<Record<string, string>> }[]
  readonly mend: (line: number, key: string, text: string) => void
}

/** More are mended in the file. */
const MOST_MENDED = 200

/** Cells that cannot be taken, each with its reason beside it, to be mended here or in the file. */
export function MendRows({ columns, keyColumn, answers, rows, mend }: Props) {
  const cells = answers.flatMap(({ line, refusals }) => refusals.map((refusal) => ({ line, ...refusal })))
  const byLine = new Map(rows.map((row) => [row.line, row.cells]))
  return (
    <div className="tight">
      <DataTable
        label="Cells to be mended"
        rows={cells.slice(0, MOST_MENDED)}
        keyOf={({ line, column }) => `${line} ${column}`}
        columns={[
          { head: 'Line', is: 'figure', cell: ({ line }) => line },
          {
            head: columns.find(({ key }) => key === keyColumn)?.title,
            is: 'tag',
            cell: ({ line }) => byLine.get(line)?.[keyColumn] ?? '—',
          },
          { head: 'Column', cell: ({ column }) => columns.find(({ key }) => key === column)?.title ?? 'the row' },
          {
            head: 'Cell',
            cell: ({ line, column }) =>
              column !== 'row' && (
                <WordsBox
                  called={`${columns.find(({ key }) => key === column)?.title ?? column}, line ${line}`}
                  value={byLine.get(line)?.[column] ?? ''}
                  change={(text) => mend(line, column, text)}
                />
              ),
          },
          { head: 'Why not', cell: ({ words }) => <span className="tone-outside">{words}</span> },
        ]}
      />
      {cells.length > MOST_MENDED && (
        <p className="soft">
          and {cells.length - MOST_MENDED} more cells; mend these first, or all of them in the file.
        </p>
      )}
    </div>
  )
}
