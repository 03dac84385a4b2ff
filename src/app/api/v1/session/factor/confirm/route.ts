import { FactorCode } from '@/schema/people'
import { writeRoute } from '@/server/api/route'
import { confirmSecondFactor } from '@/server/services/people/ownAccount'

/** Takes the first code of a second factor; from then on signing in asks for one. */
export const POST = writeRoute('own account', FactorCode, (input, _params, actor) => confirmSecondFactor(input, actor))
