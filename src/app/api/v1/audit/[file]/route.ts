import { Refusal } from '@/core/refusal'
import { AuditFilter } from '@/schema/audit'
import { shapeRefusals } from '@/schema/shapeRefusals'
import { fileResponse } from '@/server/api/fileResponse'
import { readRoute } from '@/server/api/route'
import { csvOf, xlsxOf } from '@/server/documents/listFile'
import { NotFound } from '@/server/refusals'
import { auditFile } from '@/server/services/proof/auditTrail'

/** The audit trail as `trail.csv` or `trail.xlsx`, filtered as its page is. */
export const GET = readRoute(async ({ file }: { file: string }, request) => {
  if (file !== 'trail.csv' && file !== 'trail.xlsx')
    throw new NotFound('file', `there is no ${file.slice(0, 40)}`, 'ask for trail.csv or trail.xlsx')
  const asked = Object.fromEntries([...new URL(request.url).searchParams].filter(([, value]) => value !== ''))
  const filter = AuditFilter.safeParse(asked)
  if (!filter.success) {
    const [first] = shapeRefusals(filter.error)
    throw new Refusal(first?.field ?? 'filter', first?.reason ?? 'is none', first?.remedy ?? 'open it from its page')
  }
  const list = await auditFile(filter.data, new Date())
  return file === 'trail.csv' ? fileResponse(csvOf(list), file) : fileResponse(await xlsxOf(list, 'audit trail'), file)
})
