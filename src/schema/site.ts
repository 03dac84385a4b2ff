import { z } from 'zod'

/** The method where a site names none of its own. */
export const USUAL_METHOD = 'Comparison with a reference at stated points'

/** Who issues the certificates: asked of the first administrator, changed by an administrator. */
export const SiteForm = z.object({
  name: z
    .string()
    .trim()
    .min(1, { error: 'name the place that issues the certificates' })
    .max(80, { error: '80 characters at most' }),
  address: z.string().trim().min(1, { error: 'give its address' }).max(300, { error: '300 characters at most' }),
  method: z
    .string()
    .trim()
    .max(200, { error: '200 characters at most' })
    .default('')
    .transform((typed) => typed || USUAL_METHOD),
})
export type SiteForm = z.infer<typeof SiteForm>
