import { OpenRound } from '@/schema/run'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { openRound } from '@/server/services/run/adjust'

/** Opens the next as-left round. */
export const POST = writeRoute('calibrate', OpenRound, (input, { id }: { id: string }, actor) =>
  openRound(idParam(id), input, actor),
)
