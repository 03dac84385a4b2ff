import { NewTerminalCheck } from '@/schema/run'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { recordTerminalCheck } from '@/server/services/run/answerWorkStep'

/** Stores the volts at the terminals at a current; answers with the run as it then is. */
export const POST = writeRoute('calibrate', NewTerminalCheck, (input, { id }: { id: string }, actor) =>
  recordTerminalCheck(idParam(id), input, actor),
)
