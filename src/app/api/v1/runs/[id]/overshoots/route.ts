import { NewOvershoot } from '@/schema/run'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { noteOvershoot } from '@/server/services/run/noteOvershoot'

/** Notes that a point was gone past and is approached again; answers with the run as it then is. */
export const POST = writeRoute('calibrate', NewOvershoot, (input, { id }: { id: string }, actor) =>
  noteOvershoot(idParam(id), input, actor),
)
