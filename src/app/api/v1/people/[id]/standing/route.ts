import { PersonStanding } from '@/schema/people'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { standPerson } from '@/server/services/people/people'

/** Deactivates somebody, or lets them sign in again; for administrators. */
export const POST = writeRoute('own account', PersonStanding, (input, { id }: { id: string }, actor) =>
  standPerson(idParam(id), input, actor),
)
