/** A file as lines of cells; the first line is its heads. */
export type FileLines = { readonly heads: readonly string[]; readonly lines: readonly (readonly string[])[] }

/** Larger files are no list of ours. */
const LARGEST_FILE_BYTES = 30_000_000

/**
 * Reads a list from a file in the browser: comma-separated values with any separator, or the first sheet of a workbook.
 *
 * @throws {Error} in words, for what is no list
 */
export async function readFile(file: File): Promise<FileLines> {
  if (file.size > LARGEST_FILE_BYTES) throw new Error('It is larger than 30 MB: take it in parts.')
  const cells = /\.xlsx$/i.test(file.name) ? await sheetOf(file) : await valuesOf(file)
  const [heads, ...lines] = cells.filter((line) => line.some((cell) => cell.trim() !== ''))
  if (!heads || lines.length === 0)
    throw new Error('It has no row under its heads: the first line names the columns, the others are rows.')
  return { heads: heads.map((head) => head.trim()), lines }
}

async function valuesOf(file: File): Promise<string[][]> {
  const { default: Papa } = await import('papaparse')
  const text = await file.text()
  // A workbook or picture under another name is no text.
  if (text.includes('\u0000')) throw new Error('Unsupported file type: save it as CSV or XLSX.')
  return Papa.parse<string[]>(text, { skipEmptyLines: true }).data
}

async function sheetOf(file: File): Promise<string[][]> {
  const { default: ExcelJS } = await import('exceljs')
  const workbook = new ExcelJS.Workbook()
  try {
    await workbook.xlsx.load(await file.arrayBuffer())
  } catch {
    throw new Error('It cannot be read as a workbook: save it anew as XLSX, or as CSV.')
  }
  const sheet = workbook.worksheets[0]
  if (!sheet) throw new Error('The workbook has no sheet.')
  const lines: string[][] = []
  sheet.eachRow((row) => {
    const line: string[] = []
    // Places count from one.
    for (let place = 1; place <= sheet.columnCount; place += 1) line.push(cellText(row.getCell(place).value))
    lines.push(line)
  })
  return lines
}

/** A cell of a workbook as text: dates as calendar dates, formulas by what they come to. */
function cellText(value: unknown): string {
  if (value === null || value === undefined) return ''
  if (value instanceof Date) return value.toISOString().slice(0, 10)
  if (typeof value !== 'object') return String(value)
  if ('result' in value) return cellText(value.result)
  if ('richText' in value && Array.isArray(value.richText))
    return value.richText.map((part: { text?: unknown }) => String(part.text ?? '')).join('')
  return 'text' in value ? cellText(value.text) : ''
}
