import { idParam } from '@/server/api/idParam'
import { originOf, pdfResponse } from '@/server/api/pdfResponse'
import { readRoute } from '@/server/api/route'
import { drawn } from '@/server/heavy/pools'
import { savedSetUp } from '@/server/services/lookUps'
import { siteSettings, siteTimeZone } from '@/server/services/people/site'

/** The saved set-up sheet of an instrument, as PDF. */
export const GET = readRoute(async ({ id }: { id: string }, request) => {
  const { instrument, saved } = await savedSetUp(idParam(id))
  const pdf = await drawn('set-up sheet', {
    ...{ instrument, saved },
    origin: originOf(request),
    timeZone: await siteTimeZone(),
    paper: (await siteSettings()).paper,
  })
  return pdfResponse(pdf, `set-up-${instrument.tag}`)
})
