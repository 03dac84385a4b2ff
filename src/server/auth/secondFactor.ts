import { Secret, TOTP } from 'otpauth'

/** RFC 6238 with what every authenticator takes: SHA-1, six digits, half a minute. */
const totpOf = (secret: string, name: string) =>
  new TOTP({
    issuer: 'Barys',
    label: name,
    algorithm: 'SHA1',
    digits: 6,
    period: 30,
    secret: Secret.fromBase32(secret),
  })

/** A fresh secret of 160 bits, as RFC 4226 (section 4, R6) recommends, in base 32. */
export const newSecret = (): string => new Secret({ size: 20 }).base32

/** What an authenticator reads as a picture (the key URI that they agree on). */
export const keyUri = (secret: string, name: string): string => totpOf(secret, name).toString()

/** One interval early or late: clocks differ. Source: RFC 6238, 5.2. */
const WINDOW = 1

/** The interval a code belongs to; null where it is of none that counts now. */
export function counterOf(code: string, { secret, now }: { secret: string; now: Date }): number | null {
  const token = code.replace(/\s/g, '')
  // The library compares bytes, and takes a code of other characters for a fault.
  if (!/^[0-9]{6}$/.test(token)) return null
  const totp = totpOf(secret, '')
  const timestamp = now.getTime()
  const delta = totp.validate({ token, timestamp, window: WINDOW })
  return delta === null ? null : totp.counter({ timestamp }) + delta
}
