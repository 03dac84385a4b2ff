import { z } from 'zod'

/** A line of the file of time stamps: an authority's whole answer to what stands in a line of the checkpoints. */
export const KeptTimeStamp = z.object({
  /** The line of the file of checkpoints that was stamped, from one. */
  line: z.int().positive(),
  /** When the authority says that was. */
  at: z.iso.datetime(),
  /** The answer as it came (RFC 3161, DER), in base64. */
  answer: z.base64(),
})
export type KeptTimeStamp = z.infer<typeof KeptTimeStamp>
