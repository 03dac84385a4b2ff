import { Refusal } from '@/core/refusal'
import { ImpactAsk } from '@/schema/impact'
import { shapeRefusals } from '@/schema/shapeRefusals'
import { fileResponse } from '@/server/api/fileResponse'
import { idParam } from '@/server/api/idParam'
import { pdfResponse } from '@/server/api/pdfResponse'
import { readRoute } from '@/server/api/route'
import { signedInPerson } from '@/server/auth/session'
import { impactReportList } from '@/server/documents/impactReport'
import { csvOf, xlsxOf } from '@/server/documents/listFile'
import { drawn } from '@/server/heavy/pools'
import { parsedJson } from '@/server/parsedJson'
import { NotFound } from '@/server/refusals'
import { impactReport } from '@/server/services/references/impactReport'

/** The impact of a reference in doubt as `report.pdf`, `report.csv` or `report.xlsx`; what is supposed stands in `ask`. */
export const GET = readRoute(async ({ id, report }: { id: string; report: string }, request) => {
  const [, format] = /^report\.(pdf|csv|xlsx)$/.exec(report) ?? []
  if (!format) throw new NotFound('report', `there is no ${report}`, 'ask for report.pdf, report.csv or report.xlsx')
  const person = await signedInPerson()
  const source = await impactReport(idParam(id), askOf(request), { by: person?.name ?? '', now: new Date() })
  const name = `impact-${source.code}`
  if (format === 'pdf') return pdfResponse(await drawn('impact report', source), name)
  const list = impactReportList(source.summary)
  return format === 'csv'
    ? fileResponse(csvOf(list), `${name}.csv`)
    : fileResponse(await xlsxOf(list, 'impact'), `${name}.xlsx`)
})

function askOf(request: Request): ImpactAsk {
  const text = new URL(request.url).searchParams.get('ask') ?? ''
  const parsed = ImpactAsk.safeParse(parsedJson(text) ?? null)
  if (parsed.success) return parsed.data
  const [first] = shapeRefusals(parsed.error)
  throw new Refusal(
    first?.field ?? 'ask',
    first?.reason ?? 'says nothing',
    first?.remedy ?? 'open the report from its page',
  )
}
