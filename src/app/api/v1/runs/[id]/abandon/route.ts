import { Abandoning } from '@/schema/runEnd'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { abandonRun } from '@/server/services/run/abandonRun'

/** Gives the run up; it is kept. */
export const POST = writeRoute('calibrate', Abandoning, (input, { id }: { id: string }, actor) =>
  abandonRun(idParam(id), input, actor),
)
