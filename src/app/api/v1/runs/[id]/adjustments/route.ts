import { NewAdjustment } from '@/schema/run'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { recordAdjustment } from '@/server/services/run/adjust'

/** Records one thing done to the instrument. */
export const POST = writeRoute('calibrate', NewAdjustment, (input, { id }: { id: string }, actor) =>
  recordAdjustment(idParam(id), input, actor),
)
