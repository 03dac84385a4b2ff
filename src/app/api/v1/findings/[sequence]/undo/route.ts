import { UndoFinding } from '@/schema/impact'
import { writeRoute } from '@/server/api/route'
import { sequenceParam } from '@/server/api/sequenceParam'
import { undoFinding } from '@/server/services/references/findings'

/** Undoes a finding by a further one. */
export const POST = writeRoute('attach findings', UndoFinding, (sent, params: { sequence: string }, actor) =>
  undoFinding(sequenceParam(params.sequence), sent, actor),
)
