import { z } from 'zod'

/** What verifying is held against: a hash of a certificate, where somebody has one. */
export const VerifyAsk = z.object({
  expected: z
    .string()
    .trim()
    .toLowerCase()
    .transform((text) => text.replace(/\s/g, ''))
    .pipe(z.string().regex(/^([0-9a-f]{64})?$/, { error: 'is no hash: copy the 64 signs of a certificate' })),
})

/** A line of a verification as it goes on. */
export type VerifyLine =
  | { readonly kind: 'progress'; readonly of: 'records' | 'acts'; readonly done: number; readonly all: number }
  | {
      readonly kind: 'done'
      readonly records: number
      readonly findings: number
      readonly acts: number
      readonly checkpoints: number
      readonly timeStamps: number
      /** The newest of an authority that holds: for which checkpoint, when, by whom. */
      readonly lastTimeStamp: { readonly at: string; readonly by: string; readonly checkpoint: number } | null
      readonly lastHash: string
      readonly lastActHash: string
      readonly seconds: number
      /** How many there are; the list names the first of them. */
      readonly faultCount: number
      readonly faults: readonly { readonly of: string; readonly sequence: number; readonly fault: string }[]
    }
  | { readonly kind: 'refused'; readonly words: string }
