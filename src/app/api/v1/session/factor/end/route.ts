import { PasswordAgain } from '@/schema/people'
import { writeRoute } from '@/server/api/route'
import { endSecondFactor } from '@/server/services/people/ownAccount'

/** Ends the second factor of the person signed in. */
export const POST = writeRoute('own account', PasswordAgain, (input, _params, actor) => endSecondFactor(input, actor))
