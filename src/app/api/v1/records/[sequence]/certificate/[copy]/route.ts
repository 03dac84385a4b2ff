import { certificateResponse } from '@/server/api/pdfResponse'
import { readRoute } from '@/server/api/route'
import { sequenceParam } from '@/server/api/sequenceParam'
import { issuedCertificate } from '@/server/services/records/certificates'

/** A certificate as it was issued once, by the SHA-256 of its file. */
export const GET = readRoute(async ({ sequence, copy }: { sequence: string; copy: string }) =>
  certificateResponse(await issuedCertificate(sequenceParam(sequence), copy)),
)
