import { ReferenceEdit } from '@/schema/referenceForm'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { changeReference } from '@/server/services/references/references'

/** Changes what is known of a reference: a further version. */
export const POST = writeRoute('keep references', ReferenceEdit, (sent, params: { id: string }, actor) =>
  changeReference(idParam(params.id), sent, actor),
)
