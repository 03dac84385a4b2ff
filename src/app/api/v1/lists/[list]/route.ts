import { fileResponse } from '@/server/api/fileResponse'
import { readRoute } from '@/server/api/route'
import { csvOf, xlsxOf } from '@/server/documents/listFile'
import { NotFound } from '@/server/refusals'
import { listFile, listNamed } from '@/server/services/lists/lists'

/** A list as a file in the columns it is imported by: `instruments.csv`, `references.xlsx`, or empty, as a template. */
export const GET = readRoute(async ({ list }: { list: string }) => {
  const [, name = '', isTemplate, format] = /^([a-z]+)(-template)?\.(csv|xlsx)$/.exec(list) ?? []
  if (!format) throw new NotFound('list', `there is no list ${list}`, 'ask for instruments.csv or instruments.xlsx')
  const file = await listFile(listNamed(name), { isTemplate: isTemplate !== undefined })
  if (format === 'csv') return fileResponse(csvOf(file), `${name}${isTemplate ?? ''}.csv`)
  return fileResponse(await xlsxOf(file, name), `${name}${isTemplate ?? ''}.xlsx`)
})
