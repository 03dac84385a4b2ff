import { OwnCertificate } from '@/schema/ownCalibration'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { certificateOfRecord } from '@/server/services/references/ownCalibration'

/** Makes the points of a record of ours the certificate of the reference that was calibrated in it. */
export const POST = writeRoute('keep references', OwnCertificate, (sent, params: { id: string }, actor) =>
  certificateOfRecord(idParam(params.id), sent, actor),
)
