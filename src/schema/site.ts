import { z } from 'zod'

/** The method where a site names none of its own. */
export const USUAL_METHOD = 'Comparison with a reference at stated points'

/** Who issues the certificates: asked of the first administrator, changed by an administrator. */
export const SiteForm = z.object({
  name: z
    .string()
    .trim()
    .min(1, { error: 'is empty: name the place that issues the certificates' })
    .max(80, { error: 'has more than 80 characters: shorten it' }),
  address: z
    .string()
    .trim()
    .min(1, { error: 'is empty: give its address' })
    .max(300, { error: 'has more than 300 characters: shorten it' }),
  method: z
    .string()
    .trim()
    .max(200, { error: 'has more than 200 characters: shorten it' })
    .default('')
    .transform((typed) => typed || USUAL_METHOD),
})
export type SiteForm = z.infer<typeof SiteForm>
