import { PasswordChange } from '@/schema/people'
import { writeRoute } from '@/server/api/route'
import { currentSession } from '@/server/auth/session'
import { changePassword } from '@/server/services/people/ownAccount'

/** Changes the password of the person signed in, and signs them out everywhere else. */
export const POST = writeRoute('own account', PasswordChange, async (input, _params, actor) =>
  changePassword(input, actor, await currentSession()),
)
