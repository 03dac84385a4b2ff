import { readRoute } from '@/server/api/route'
import { csvOf, xlsxOf } from '@/server/documents/listFile'
import { NotFound } from '@/server/refusals'
import { listFile, listNamed } from '@/server/services/lists'

const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'

/** A list as a file in the columns it is imported by: `instruments.csv`, `references.xlsx`, or empty, as a template. */
export const GET = readRoute(async ({ list }: { list: string }) => {
  const [, name = '', isTemplate, format] = /^([a-z]+)(-template)?\.(csv|xlsx)$/.exec(list) ?? []
  if (!format) throw new NotFound('list', `there is no list ${list}`, 'ask for instruments.csv or instruments.xlsx')
  const file = await listFile(listNamed(name), { isTemplate: isTemplate !== undefined })
  const headers = (type: string) => ({
    'content-type': type,
    'content-disposition': `attachment; filename="${list}"`,
    'cache-control': 'no-store',
  })
  if (format === 'csv') return new Response(csvOf(file), { headers: headers('text/csv; charset=utf-8') })
  return new Response(new Uint8Array(await xlsxOf(file, name)), { headers: headers(XLSX) })
})
