import { z } from 'zod'
import { ROLE_IDS } from './roles'
import { SiteForm } from './site'

/** Long enough to stand against guessing, and no rules that make people write it down. Source: NIST SP 800-63B, 5.1.1.2: eight or more (from memory). */
const Password = z
  .string()
  .min(8, { error: 'has fewer than eight characters: make it longer' })
  .max(200, { error: 'has more than 200 characters: shorten it' })

const Name = z
  .string()
  .trim()
  .min(1, { error: 'is empty: fill in the name' })
  .max(80, { error: 'has more than 80 characters: shorten it' })

/** Signing in by name and password. */
export const SignIn = z.object({
  name: Name,
  password: z.string().min(1, { error: 'is empty: fill in the password' }).max(200),
  /** Of an authenticator, where one was set up. */
  code: z.string().trim().max(20).optional(),
})
export type SignIn = z.infer<typeof SignIn>

/** One of the demo's people, at one click. */
export const DemoSignIn = z.object({ personId: z.uuid() })

const person = {
  name: Name,
  initials: z
    .string()
    .trim()
    .min(1, { error: 'are empty: fill them in' })
    .max(4, { error: 'have more than four letters: shorten them' }),
  role: z.enum(ROLE_IDS, { error: 'is not chosen: say what the person is here for' }),
  password: Password,
}

/** A further person, registered by an administrator. */
export const NewPerson = z.object({ ...person, isAdministrator: z.boolean().default(false) })
export type NewPerson = z.infer<typeof NewPerson>

/** The first person of an empty plant, who administers it. */
export const FirstPerson = z.object({ ...person, site: SiteForm.optional() })
export type FirstPerson = z.infer<typeof FirstPerson>

/** A new password, with the old one. */
export const PasswordChange = z.object({
  password: z.string().min(1, { error: 'is empty: fill in the present one' }),
  next: Password,
})

/** A new password, by a code that an administrator handed over. */
export const PasswordReset = z.object({
  name: Name,
  code: z.string().trim().min(1, { error: 'is empty: type the code' }).max(40),
  next: Password,
})
export type PasswordReset = z.infer<typeof PasswordReset>

const Reason = z
  .string()
  .trim()
  .min(1, { error: 'is empty: say why' })
  .max(500, { error: 'has more than 500 characters: shorten it' })

/** What somebody is here as from now on. */
export const PersonChange = z.object({
  role: z.enum(ROLE_IDS, { error: 'is not chosen: say what the person is here for' }),
  isAdministrator: z.boolean(),
  reason: Reason,
})
export type PersonChange = z.infer<typeof PersonChange>

/** Whether somebody may sign in from now on. */
export const PersonStanding = z.object({ isActive: z.boolean(), reason: Reason })
export type PersonStanding = z.infer<typeof PersonStanding>

/** One's own password, asked for again. */
export const PasswordAgain = z.object({
  password: z.string().min(1, { error: 'is empty: fill in the present one' }).max(200),
})

/** The six digits of an authenticator. */
export const FactorCode = z.object({
  code: z.string().trim().min(1, { error: 'is empty: type the six digits' }).max(20),
})
