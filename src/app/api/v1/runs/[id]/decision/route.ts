import { NewDecision } from '@/schema/run'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { decide } from '@/server/services/run/decide'

/** Records what was decided after a round. */
export const POST = writeRoute('calibrate', NewDecision, (input, { id }: { id: string }, actor) =>
  decide(idParam(id), input, actor),
)
