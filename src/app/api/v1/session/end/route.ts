import { z } from 'zod'
import { sessionRoute } from '@/server/api/route'
import { endSession } from '@/server/auth/session'

/** Signs out at this browser. */
export const POST = sessionRoute(z.object({}), () => endSession())
