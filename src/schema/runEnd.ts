import { z } from 'zod'
import { AbsentDecimalText } from './decimal'
import { OptionalText, Reason } from './texts'

/** Signing: the password once more, an explicit confirmation, and a remark where the last round is outside. */
export const Signing = z.object({
  password: z.string().min(1, { error: 'give your password once more: it is your signature' }).max(200),
  confirmed: z.literal(true, { error: 'confirm that these are the readings you took' }),
  remark: OptionalText(1000).default(null),
  /** Ambient temperature as the work ended, °C; left out where nobody read it. */
  ambientEndCelsius: AbsentDecimalText,
})

export type Signing = z.infer<typeof Signing>

/** Giving a run up; it is kept. */
export const Abandoning = z.object({ reason: Reason })

/** Interrupting a run, or going on with it. */
export const NewPause = z
  .object({ id: z.uuid(), kind: z.enum(['paused', 'resumed']), words: Reason.nullable().default(null) })
  .refine(({ kind, words }) => kind === 'resumed' || words !== null, {
    path: ['words'],
    error: 'say why, and how it is left: whoever goes on reads it',
  })

export type NewPause = z.infer<typeof NewPause>

/** Where somebody is in a run, and what they have typed and not sent. */
export const Presence = z.object({
  place: z.string().max(80),
  draft: z
    .record(z.string().max(80), z.json())
    .refine((draft) => JSON.stringify(draft).length <= 8000, { error: 'too much typed to be kept: send some of it' }),
})

export type Presence = z.infer<typeof Presence>

/** Who else is there, and a text that changes whenever something is recorded. */
export type PresenceAnswer = {
  readonly others: readonly { readonly name: string; readonly place: string; readonly seenAt: string }[]
  readonly mark: string
  /** Whether devices are linked to the run. */
  readonly isLinked: boolean
}
