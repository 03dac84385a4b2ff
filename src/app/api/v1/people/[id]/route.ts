import { PersonChange } from '@/schema/people'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { changePerson } from '@/server/services/people/people'

/** Changes what somebody is here as; for administrators. */
export const POST = writeRoute('own account', PersonChange, (input, { id }: { id: string }, actor) =>
  changePerson(idParam(id), input, actor),
)
