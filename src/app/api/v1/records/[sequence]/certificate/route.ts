import { pdfResponse } from '@/server/api/pdfResponse'
import { readRoute } from '@/server/api/route'
import { sequenceParam } from '@/server/api/sequenceParam'
import { certificatePdf } from '@/server/documents/certificate'
import { sealedRecordAt } from '@/server/services/instrumentPage'
import { amendmentOf } from '@/server/services/lookUps'
import { reviewsOf } from '@/server/services/reviewRecord'
import { siteSettings, siteTimeZone } from '@/server/services/site'
import { traceabilityOf } from '@/server/services/traceability'

/** The certificate of a sealed record as PDF. */
export const GET = readRoute(async ({ sequence }: { sequence: string }) => {
  const { seal, record } = await sealedRecordAt(sequenceParam(sequence))
  const standing = {
    reviews: await reviewsOf(seal.sequence),
    supersededBy: await amendmentOf(seal.sequence),
    printedAt: new Date().toISOString(),
  }
  const { paper } = await siteSettings()
  const timeZone = record.world.timeZone ?? (await siteTimeZone())
  const trace = await traceabilityOf(record)
  const pdf = await certificatePdf({ record, hash: seal.hash, timeZone, paper, standing, trace })
  return pdfResponse(pdf, `certificate-${record.sequence}-${record.world.instrument.tag}`)
})
