import { writeDcc } from '@/plans/dcc/writeDcc'
import { fileResponse } from '@/server/api/fileResponse'
import { idParam } from '@/server/api/idParam'
import { readRoute } from '@/server/api/route'
import { SOFTWARE_VERSION } from '@/server/environment'
import { NotFound } from '@/server/refusals'
import { siteAddress } from '@/server/services/people/site'
import { referenceById } from '@/server/services/references/references'

/** A certificate of a reference as a digital calibration certificate, XML. */
export const GET = readRoute(async ({ id, certificateId }: { id: string; certificateId: string }) => {
  const reference = await referenceById(idParam(id))
  const wanted = idParam(certificateId)
  const certificate = reference.certificates.find((each) => each.id === wanted)
  if (!certificate?.ranges.some(({ points }) => points.length > 0))
    throw new NotFound('certificateId', 'there is no such certificate with points', 'open it from its reference')
  const xml = writeDcc({ reference, certificate, customer: await siteAddress(), software: SOFTWARE_VERSION })
  return fileResponse(xml, `${certificate.number}.xml`)
})
