import { idParam } from '@/server/api/idParam'
import { readRoute } from '@/server/api/route'
import { rangeTagPdf } from '@/server/documents/rangeTag'
import { environment } from '@/server/environment'
import { NotFound } from '@/server/refusals'
import { instrument } from '@/server/services/lookUps'
import { siteName } from '@/server/services/site'

/** The range tag of an instrument as it is configured now, as PDF. */
export const GET = readRoute(async ({ id }: { id: string }, request) => {
  const found = await instrument({ id: idParam(id) })
  if (!found) throw new NotFound('instrument', 'there is no such instrument', 'open it from the list')
  const { BARYS_ORIGIN, BARYS_TIME_ZONE } = environment()
  const origin = BARYS_ORIGIN?.origin ?? `http://${request.headers.get('host') ?? 'localhost'}`
  const pdf = await rangeTagPdf({ instrument: found, origin, timeZone: BARYS_TIME_ZONE, site: await siteName() })
  const name = `range-tag-${found.tag.replace(/[^A-Za-z0-9._-]/g, '_')}.pdf`
  return new Response(new Uint8Array(pdf), {
    headers: { 'content-type': 'application/pdf', 'content-disposition': `inline; filename="${name}"` },
  })
})
