import { SignIn } from '@/schema/people'
import { sessionRoute } from '@/server/api/route'
import { startSession } from '@/server/auth/session'
import { signIn } from '@/server/services/people/signIn'

/** Signs in by name and password. */
export const POST = sessionRoute(SignIn, async (input, now, address) => startSession(await signIn(input, now, address)))
