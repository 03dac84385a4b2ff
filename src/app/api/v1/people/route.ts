import { NewPerson } from '@/schema/people'
import { writeRoute } from '@/server/api/route'
import { registerPerson } from '@/server/services/people/people'

/** Registers a further person; for administrators, whatever their role. */
export const POST = writeRoute('own account', NewPerson, (input, _params, actor) => registerPerson(input, actor))
