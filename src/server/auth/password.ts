import { type Algorithm, hash, verify } from '@node-rs/argon2'

/** argon2id. The package’s own enumeration holds no values at run time, only types. */
const ARGON2ID: Algorithm.Argon2id = 2

/** argon2id with 19 MiB, two passes, one lane. Source: OWASP Password Storage Cheat Sheet (from memory). */
const OPTIONS = { algorithm: ARGON2ID, memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const

/** The hash of a password as PHC text, salt included. */
export const hashPassword = (password: string): Promise<string> => hash(password, OPTIONS)

/** Whether a password gives a hash. Without a hash it takes as long and says no, so that nobody learns who has one. */
export async function isPassword(password: string, known: string | null): Promise<boolean> {
  standIn ??= hashPassword('nobody has this password')
  const isSame = await verify(known ?? (await standIn), password)
  return known !== null && isSame
}

let standIn: Promise<string> | undefined
