import { NewTag } from '@/schema/standing'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { giveTag } from '@/server/services/register/standing'

/** Gives an instrument another tag. */
export const POST = writeRoute('change the register', NewTag, (sent, params: { id: string }, actor) =>
  giveTag(idParam(params.id), sent, actor),
)
