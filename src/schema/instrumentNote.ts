import { z } from 'zod'

/** Bytes of a photo at most, as it is sent: the browser makes it small. */
export const LARGEST_PHOTO_BYTES = 150_000

/** Base64 of a picture a browser can show: JPEG begins with FF D8 FF, PNG with 89 50 4E 47. */
const Photo = z
  .base64({ error: 'is no picture' })
  .max(Math.ceil((LARGEST_PHOTO_BYTES * 4) / 3) + 4, { error: 'is too large: take a smaller picture' })
  .refine((text) => /^(\/9j\/|iVBORw0KGgo)/.test(text), { error: 'is no JPEG or PNG' })

/** Something worth knowing at an instrument the next time. */
export const NewInstrumentNote = z.object({
  id: z.uuid(),
  words: z
    .string()
    .trim()
    .min(1, { error: 'nothing is written: say what it is about' })
    .max(1000, { error: 'longer than 1000 characters: shorten it' }),
  photo: Photo.nullable().default(null),
})
export type NewInstrumentNote = z.infer<typeof NewInstrumentNote>

export type InstrumentNote = {
  readonly id: string
  readonly words: string
  readonly hasPhoto: boolean
  readonly notedAt: string
  readonly notedBy: string
}
