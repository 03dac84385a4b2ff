import ExcelJS from 'exceljs'
import Papa from 'papaparse'
import type { Cells } from '@/plans/import/table'
import type { Column } from '@/schema/list/column'

/** A list as a file: a head for each column, a line for each row. */
export type ListFile = {
  readonly columns: readonly Pick<Column, 'key' | 'title'>[]
  readonly rows: readonly Cells[]
}

/** Marks a text as UTF-8, so that a spreadsheet does not take its letters for others. */
const BYTE_ORDER_MARK = '\uFEFF'

/** A cell that a spreadsheet would run as a formula is marked as text by an apostrophe; our own reader takes it off again. */
const LIKE_A_FORMULA = /^[=@\t\r]|^[+-](?![\d.])/

/** As comma-separated values. RFC 4180 (from memory). */
export const csvOf = ({ columns, rows }: ListFile): string =>
  BYTE_ORDER_MARK +
  Papa.unparse(
    {
      fields: columns.map(({ title }) => title),
      data: rows.map((cells) => columns.map(({ key }) => cells[key] ?? '')),
    },
    { newline: '\r\n', escapeFormulae: LIKE_A_FORMULA },
  )

/** As a workbook of one sheet; every cell is text, so that no digit is lost and no tag becomes a date. */
export async function xlsxOf({ columns, rows }: ListFile, name: string): Promise<Buffer> {
  const workbook = new ExcelJS.Workbook()
  const sheet = workbook.addWorksheet(name, { views: [{ state: 'frozen', ySplit: 1, xSplit: 1 }] })
  sheet.columns = columns.map(({ title, key }) => ({
    header: title,
    key,
    width: Math.max(12, title.length + 2),
    style: { numFmt: '@' },
  }))
  sheet.getRow(1).font = { bold: true }
  for (const cells of rows) sheet.addRow(cells)
  return Buffer.from(await workbook.xlsx.writeBuffer())
}
