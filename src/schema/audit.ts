import { z } from 'zod'

/** Acts that leave a line of their own in the audit trail, with what they are called there. */
export const EVENT_KINDS = {
  'run started': 'run started',
  'run sealed': 'run signed and sealed',
  'run abandoned': 'run abandoned',
  'record reviewed': 'record reviewed',
  'record returned': 'record returned',
  'amendment begun': 'amendment begun',
  'reading corrected': 'reading corrected',
  'found outside its limit': 'found outside its limit',
  'devices linked': 'devices linked',
  'vented by hand': 'source vented by hand',
  'instrument registered': 'instrument registered',
  'configuration changed': 'configuration changed',
  'range changed': 'range changed',
  'set up by sheet': 'set up by sheet',
  'tag changed': 'tag changed',
  'instrument retired': 'instrument retired',
  'instrument restored': 'instrument back in service',
  'desk saved': 'working sheet saved',
  'instruments imported': 'instruments imported',
  'references imported': 'references imported',
  'earlier calibrations imported': 'earlier calibrations imported',
  'reference registered': 'reference registered',
  'reference changed': 'reference changed',
  'reference whereabouts': 'reference moved',
  'certificate entered': 'certificate of a reference entered',
  'document attached': 'document attached',
  'finding attached': 'finding attached',
  'follow-up wanted': 'calibration wanted earlier',
  'capsule kept': 'capsule kept',
  'capsule counted': 'capsules counted',
  'device entered': 'device entered',
  'device changed': 'device changed',
  'site set': 'site set',
  'first administrator registered': 'first administrator registered',
  'person registered': 'person registered',
  'person changed': 'person changed',
  'person deactivated': 'person deactivated',
  'person reactivated': 'person reactivated',
  'reset code made': 'code for a new password made',
  'password reset': 'password set by a code',
  'password changed': 'password changed',
  'signed out elsewhere': 'signed out elsewhere',
  'second factor set up': 'second factor set up',
  'second factor ended': 'second factor ended',
} as const
export type EventKind = keyof typeof EVENT_KINDS

/** What the trail shows besides, out of what a run holds. */
export const DERIVED_KINDS = {
  'reference override': 'reference used though it does not fit',
  'act corrected': 'adjustment corrected',
  'round repeated': 'round taken again',
  'reference out of date': 'reference out of date at the work',
  'out of order': 'reading after the signature, or before the run',
  'clock went back': 'clock of the database went back',
  'clock differs': 'clock of the server was another than the database’s',
  'sign-in failed': 'sign-in failed',
} as const
export type DerivedKind = keyof typeof DERIVED_KINDS

export type AuditKind = EventKind | DerivedKind
export const AUDIT_WORDS: Record<AuditKind, string> = { ...EVENT_KINDS, ...DERIVED_KINDS }
export const AUDIT_KINDS = Object.keys(AUDIT_WORDS) as AuditKind[] // keys of a const object

/** What a reviewer looks at first: whatever did not go as planned. */
export const EXCEPTION_KINDS: readonly AuditKind[] = [
  'reading corrected',
  'act corrected',
  'round repeated',
  'reference override',
  'reference out of date',
  'out of order',
  'clock went back',
  'clock differs',
  'run abandoned',
  'record returned',
  'amendment begun',
  'finding attached',
  'person deactivated',
  'reset code made',
]

const day = z.iso.date()

/** Which lines of the trail are wanted; what is left out limits nothing. */
export const AuditFilter = z.object({
  tag: z.string().max(40).optional(),
  person: z.string().max(80).optional(),
  kind: z.enum(AUDIT_KINDS).optional(),
  from: day.optional(),
  to: day.optional(),
  /** Exceptions only. */
  exceptions: z.literal('1').optional(),
  /** The lines after this one, as the page before gave it. */
  after: z
    .string()
    .regex(/^\d{4}-[\d:T.-]+Z~[a-z]+[0-9a-f-]+$/)
    .optional(),
})
export type AuditFilter = z.infer<typeof AuditFilter>

/** A line of the trail. */
export type AuditLine = {
  /** Where the page after this line begins. */
  readonly key: string
  readonly at: string
  readonly who: string | null
  readonly kind: AuditKind
  readonly tag: string | null
  /** The record it belongs to, once there is one. */
  readonly sequence: number | null
  /** What else it is about: a reference, a person. */
  readonly about: string | null
  readonly why: string | null
}
