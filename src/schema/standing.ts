import { z } from 'zod'
import { Tag } from './configurationForm'
import { Reason } from './texts'

/** Takes an instrument out of the register, or puts it back. */
export const NewStanding = z.object({ id: z.uuid(), isRetired: z.boolean(), reason: Reason })
export type NewStanding = z.infer<typeof NewStanding>

/** Gives an instrument another tag. */
export const NewTag = z.object({ id: z.uuid(), tag: Tag, reason: Reason })
export type NewTag = z.infer<typeof NewTag>
