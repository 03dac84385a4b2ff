import { NewLoopCheck } from '@/schema/run'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { recordLoopCheck } from '@/server/services/run/answerWorkStep'

/** Stores what the host shows for a known input; answers with the run as it then is. */
export const POST = writeRoute('calibrate', NewLoopCheck, (input, { id }: { id: string }, actor) =>
  recordLoopCheck(idParam(id), input, actor),
)
