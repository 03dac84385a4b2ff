import { z } from 'zod'

/** A point of a certificate as stored, in the unit of the reference. */
export const CalibrationPoint = z.strictObject({
  indicated: z.number(),
  correction: z.number(),
  uncertainty: z.number(),
})
