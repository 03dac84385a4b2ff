import { z } from 'zod'

/** The range of a reference that is to be calibrated here. */
export const OwnCalibration = z.object({ rangeId: z.uuid() })
export type OwnCalibration = z.infer<typeof OwnCalibration>

/** The record whose points become the certificate of a reference. */
export const OwnCertificate = z.object({
  id: z.uuid(),
  sequence: z.int().positive(),
  dueOn: z.iso.date({ error: 'is no date: enter it as 2026-03-31' }),
})
export type OwnCertificate = z.infer<typeof OwnCertificate>
