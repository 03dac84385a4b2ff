import { NewCertificate } from '@/schema/referenceForm'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { enterCertificate } from '@/server/services/references/references'

/** Enters a certificate of a reference. */
export const POST = writeRoute('keep references', NewCertificate, (sent, params: { id: string }, actor) =>
  enterCertificate(idParam(params.id), sent, actor),
)
