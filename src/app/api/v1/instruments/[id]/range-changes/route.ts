import { RangeChange } from '@/schema/desks'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { applyRangeChange } from '@/server/services/register/applyRangeChange'

/** Applies a range change: a further version of the configuration, with what it took. */
export const POST = writeRoute('change the register', RangeChange, (input, params: { id: string }, actor) =>
  applyRangeChange(idParam(params.id), input, actor),
)
