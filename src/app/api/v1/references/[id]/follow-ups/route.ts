import { NewFollowUps } from '@/schema/impact'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { wantFollowUps } from '@/server/services/references/findings'

/** Asks for every instrument whose pass becomes a fail to be calibrated again. */
export const POST = writeRoute('attach findings', NewFollowUps, ({ ask }, params: { id: string }, actor) =>
  wantFollowUps(idParam(params.id), ask, actor),
)
