import { idParam } from '@/server/api/idParam'
import { originOf, pdfResponse } from '@/server/api/pdfResponse'
import { readRoute } from '@/server/api/route'
import { drawn } from '@/server/heavy/pools'
import { siteName, siteSettings } from '@/server/services/people/site'
import { referenceById } from '@/server/services/references/references'

/** The label of a reference, as PDF. */
export const GET = readRoute(async ({ id }: { id: string }, request) => {
  const reference = await referenceById(idParam(id))
  const [site, { labelSize: size }] = await Promise.all([siteName(), siteSettings()])
  const pdf = await drawn('reference label', { reference, origin: originOf(request), site, size })
  return pdfResponse(pdf, `label-${reference.code}`)
})
