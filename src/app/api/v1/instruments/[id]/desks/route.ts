import { SaveDesk } from '@/schema/desks'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { saveDesk } from '@/server/services/desks/saveDesk'

/** Saves what a desk was set up with, with its instrument. */
export const POST = writeRoute('change the register', SaveDesk, (input, params: { id: string }, actor) =>
  saveDesk(idParam(params.id), input, actor),
)
