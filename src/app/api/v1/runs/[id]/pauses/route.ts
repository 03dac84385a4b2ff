import { NewPause } from '@/schema/runEnd'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { pauseRun } from '@/server/services/run/pauseRun'

/** Interrupts a run, or goes on with it; answers with the run as it then is. */
export const POST = writeRoute('calibrate', NewPause, (input, { id }: { id: string }, actor) =>
  pauseRun(idParam(id), input, actor),
)
