import { PasswordAgain } from '@/schema/people'
import { writeRoute } from '@/server/api/route'
import { beginSecondFactor } from '@/server/services/people/ownAccount'

/** Begins a second factor: answers with what an authenticator is given. */
export const POST = writeRoute('own account', PasswordAgain, (input, _params, actor) => beginSecondFactor(input, actor))
