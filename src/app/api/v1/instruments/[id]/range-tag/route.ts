import { idParam } from '@/server/api/idParam'
import { originOf, pdfResponse } from '@/server/api/pdfResponse'
import { readRoute } from '@/server/api/route'
import { drawn } from '@/server/heavy/pools'
import { NotFound } from '@/server/refusals'
import { instrument } from '@/server/services/lookUps'
import { siteName, siteSettings, siteTimeZone } from '@/server/services/people/site'

/** The range tag of an instrument as it is configured now, as PDF. */
export const GET = readRoute(async ({ id }: { id: string }, request) => {
  const found = await instrument({ id: idParam(id) })
  if (!found) throw new NotFound('instrument', 'there is no such instrument', 'open it from the list')
  const [timeZone, site, { tagSize: size }] = await Promise.all([siteTimeZone(), siteName(), siteSettings()])
  const pdf = await drawn('range tag', { instrument: found, origin: originOf(request), timeZone, site, size })
  return pdfResponse(pdf, `range-tag-${found.tag}`)
})
