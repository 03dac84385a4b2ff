import type { z } from 'zod'

/** The box of a field of a site. */
export type SiteBox = { readonly label: string; readonly says?: string } & (
  | { readonly as: 'text' | 'long text'; readonly autoComplete?: string }
  | { readonly as: 'choice'; readonly options: readonly (readonly [id: string, words: string])[] }
)

/** One field of a site, whole: its column of SQL, what is stored and what may be entered there, and its box of the form. */
export type SiteFieldParts<Stored extends z.ZodType = z.ZodType, Entered extends z.ZodType = z.ZodType> = {
  readonly column: string
  readonly stored: Stored
  readonly entered: Entered
  readonly box: SiteBox
}

/** Checks that a field has all its parts, and keeps the types of its shapes. */
export const siteField = <Stored extends z.ZodType, Entered extends z.ZodType>(
  field: SiteFieldParts<Stored, Entered>,
): SiteFieldParts<Stored, Entered> => field
