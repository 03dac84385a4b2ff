import { NewWhereabouts } from '@/schema/referenceForm'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { sayWhereabouts } from '@/server/services/references/references'

/** Says where a reference is, in whose hands, and whether it may be used. */
export const POST = writeRoute('keep references', NewWhereabouts, (sent, params: { id: string }, actor) =>
  sayWhereabouts(idParam(params.id), sent, actor),
)
