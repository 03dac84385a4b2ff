import { PasswordReset } from '@/schema/people'
import { sessionRoute } from '@/server/api/route'
import { startSession } from '@/server/auth/session'
import { resetPassword } from '@/server/services/people/ownAccount'

/** Sets a new password by a code that was handed over, and signs in. */
export const POST = sessionRoute(PasswordReset, async (input, now, address) =>
  startSession(await resetPassword(input, now, address)),
)
