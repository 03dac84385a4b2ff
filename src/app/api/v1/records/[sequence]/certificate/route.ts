import { certificateResponse } from '@/server/api/pdfResponse'
import { readRoute } from '@/server/api/route'
import { sequenceParam } from '@/server/api/sequenceParam'
import { certificateOf } from '@/server/services/records/certificates'

/** The certificate of a sealed record as PDF, as it stands now. */
export const GET = readRoute(async ({ sequence }: { sequence: string }, { signal }) =>
  certificateResponse(await certificateOf(sequenceParam(sequence), new Date(), signal)),
)
