import { DemoSignIn } from '@/schema/people'
import { sessionRoute } from '@/server/api/route'
import { startSession } from '@/server/auth/session'
import { demoSignIn } from '@/server/services/people/signIn'

/** Signs in as one of the demo's people. */
export const POST = sessionRoute(DemoSignIn, async ({ personId }) => startSession(await demoSignIn(personId)))
