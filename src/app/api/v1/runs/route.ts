import { StartRun } from '@/schema/startRun'
import { writeRoute } from '@/server/api/route'
import { startRun } from '@/server/services/run/startRun'

/** Starts a run. */
export const POST = writeRoute('calibrate', StartRun, (input, _params, actor) => startRun(input, actor))
