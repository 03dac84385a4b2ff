import { WorkStepAnswer } from '@/schema/run'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { answerWorkStep } from '@/server/services/answerWorkStep'

/** Answers one step of taking out of service or putting back; answers with the run as it then is. */
export const POST = writeRoute('calibrate', WorkStepAnswer, (input, { id }: { id: string }, actor) =>
  answerWorkStep(idParam(id), input, actor),
)
