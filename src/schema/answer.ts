import { z } from 'zod'

/** Why the server did not take something: which field, why, and what to do. */
export const RefusedField = z.object({ field: z.string(), reason: z.string(), remedy: z.string() })
export type RefusedField = z.infer<typeof RefusedField>

/** Body of every 4xx and 5xx answer of the API. */
export const RefusedAnswer = z.object({ refusals: z.array(RefusedField).min(1) })
