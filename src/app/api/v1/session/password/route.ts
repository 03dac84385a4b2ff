import { PasswordChange } from '@/schema/people'
import { writeRoute } from '@/server/api/route'
import { changePassword } from '@/server/services/signIn'

/** Changes the password of the person signed in. */
export const POST = writeRoute('own account', PasswordChange, (input, _params, actor) => changePassword(input, actor))
