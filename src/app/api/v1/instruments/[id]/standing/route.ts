import { NewStanding } from '@/schema/standing'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { sayStanding } from '@/server/services/register/standing'

/** Takes an instrument out of the register, or puts it back. */
export const POST = writeRoute('change the register', NewStanding, (sent, params: { id: string }, actor) =>
  sayStanding(idParam(params.id), sent, actor),
)
