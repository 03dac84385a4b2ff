import { idParam } from '@/server/api/idParam'
import { originOf, pdfResponse } from '@/server/api/pdfResponse'
import { readRoute } from '@/server/api/route'
import { setUpSheetPdf } from '@/server/documents/setUpSheetPdf'
import { savedSetUp } from '@/server/services/lookUps'
import { siteSettings, siteTimeZone } from '@/server/services/site'

/** The saved set-up sheet of an instrument, as PDF. */
export const GET = readRoute(async ({ id }: { id: string }, request) => {
  const { instrument, saved } = await savedSetUp(idParam(id))
  const pdf = await setUpSheetPdf({
    ...{ instrument, saved },
    origin: originOf(request),
    timeZone: await siteTimeZone(),
    paper: (await siteSettings()).paper,
  })
  return pdfResponse(pdf, `set-up-${instrument.tag}`)
})
