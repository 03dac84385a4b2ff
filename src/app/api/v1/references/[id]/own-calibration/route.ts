import { OwnCalibration } from '@/schema/ownCalibration'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { calibrateHere } from '@/server/services/references/ownCalibration'

/** Makes a range of a reference an instrument that is calibrated here. */
export const POST = writeRoute('keep references', OwnCalibration, (sent, params: { id: string }, actor) =>
  calibrateHere(idParam(params.id), sent, actor),
)
