import { VerifyAsk, type VerifyLine } from '@/schema/verification'
import { streamedRoute } from '@/server/api/route'
import { verifyPlant } from '@/server/services/proof/verifyPlant'

/** Verifies everything and tells how far it is, a line of JSON at a time. */
export const POST = streamedRoute<typeof VerifyAsk, Record<string, never>, VerifyLine>('own account', VerifyAsk, {
  handle: async ({ expected }, _params, _actor, told) => verifyPlant(expected || undefined, told),
  failed: (words) => ({ kind: 'refused', words }),
  largestBytes: 1000,
})
