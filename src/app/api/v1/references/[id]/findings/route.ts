import { NewFinding } from '@/schema/impact'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { attachFinding } from '@/server/services/references/findings'

/** Attaches a finding to every record that says something else with a reference as it is supposed to have been. */
export const POST = writeRoute('attach findings', NewFinding, (sent, params: { id: string }, actor) =>
  attachFinding(idParam(params.id), sent, actor),
)
