import { pdfResponse } from '@/server/api/pdfResponse'
import { readRoute } from '@/server/api/route'
import { sequenceParam } from '@/server/api/sequenceParam'
import { certificatePdf } from '@/server/documents/certificate'
import { environment } from '@/server/environment'
import { sealedRecordAt } from '@/server/services/instrumentPage'
import { amendmentOf } from '@/server/services/lookUps'
import { reviewsOf } from '@/server/services/reviewRecord'

/** The certificate of a sealed record as PDF. */
export const GET = readRoute(async ({ sequence }: { sequence: string }) => {
  const { seal, record } = await sealedRecordAt(sequenceParam(sequence))
  const standing = {
    reviews: await reviewsOf(seal.sequence),
    supersededBy: await amendmentOf(seal.sequence),
    printedAt: new Date().toISOString(),
  }
  const pdf = await certificatePdf({ record, hash: seal.hash, timeZone: environment().BARYS_TIME_ZONE, standing })
  return pdfResponse(pdf, `certificate-${record.sequence}-${record.world.instrument.tag}`)
})
