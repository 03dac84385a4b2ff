import { NewCorrectionChoice } from '@/schema/run'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { chooseCorrection } from '@/server/services/run/chooseCorrection'

/** Makes the corrections of a reference, or leaves them, for the whole run; answers with the run as it then is. */
export const POST = writeRoute('calibrate', NewCorrectionChoice, (input, { id }: { id: string }, actor) =>
  chooseCorrection(idParam(id), input, actor),
)
