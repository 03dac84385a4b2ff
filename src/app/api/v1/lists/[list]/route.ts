import { INSTRUMENT_LIST } from '@/plans/import/lists'
import { readRoute } from '@/server/api/route'
import { csvOf, xlsxOf } from '@/server/documents/listFile'
import { NotFound } from '@/server/refusals'
import { listedInstruments } from '@/server/services/importInstruments'

const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'

/** A list as a file in the columns it is imported by: `instruments.csv`, `instruments.xlsx`, or empty, as a template. */
export const GET = readRoute(async ({ list }: { list: string }) => {
  const [, isTemplate, format] = /^instruments(-template)?\.(csv|xlsx)$/.exec(list) ?? []
  if (!format) throw new NotFound('list', `there is no list ${list}`, 'ask for instruments.csv or instruments.xlsx')
  const { columns } = INSTRUMENT_LIST
  const file = { columns, rows: isTemplate ? [] : await listedInstruments() }
  const headers = (type: string) => ({
    'content-type': type,
    'content-disposition': `attachment; filename="${list}"`,
    'cache-control': 'no-store',
  })
  if (format === 'csv') return new Response(csvOf(file), { headers: headers('text/csv; charset=utf-8') })
  return new Response(new Uint8Array(await xlsxOf(file, 'Instruments')), { headers: headers(XLSX) })
})
