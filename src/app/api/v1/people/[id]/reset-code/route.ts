import { z } from 'zod'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { makeResetCode } from '@/server/services/people/people'

/** Makes a code for one new password of somebody; for administrators. */
export const POST = writeRoute('own account', z.object({}), (_input, { id }: { id: string }, actor) =>
  makeResetCode(idParam(id), actor),
)
