import { FirstPerson } from '@/schema/people'
import { sessionRoute } from '@/server/api/route'
import { startSession } from '@/server/auth/session'
import { firstPerson } from '@/server/services/people/people'

/** Registers the first administrator of an empty plant, and signs them in. */
export const POST = sessionRoute(FirstPerson, async (input, now) => startSession(await firstPerson(input, now)))
