import { Presence } from '@/schema/runEnd'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { notePresence } from '@/server/services/run/presence'

/** Says where somebody is in a run; answers who else is there and whether anything was recorded. */
export const POST = writeRoute('own account', Presence, (input, { id }: { id: string }, actor) =>
  notePresence(idParam(id), input, actor),
)
