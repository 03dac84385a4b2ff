import { z } from 'zod'
import { writeRoute } from '@/server/api/route'
import { currentSession } from '@/server/auth/session'
import { endOtherSessions } from '@/server/services/people/ownAccount'

/** Signs out at every browser but this one. */
export const POST = writeRoute('own account', z.object({}), async (_input, _params, actor) =>
  endOtherSessions(actor, await currentSession()),
)
