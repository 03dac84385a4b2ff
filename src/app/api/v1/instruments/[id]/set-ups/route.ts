import { RecordSetUp } from '@/schema/setUpSheet'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { recordSetUp } from '@/server/services/run/recordSetUp'

/** Records a set-up as it was keyed in: a further version of the configuration. */
export const POST = writeRoute('change the register', RecordSetUp, (input, params: { id: string }, actor) =>
  recordSetUp(idParam(params.id), input, actor),
)
