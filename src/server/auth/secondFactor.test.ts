import { Secret } from 'otpauth'
import { expect, test } from 'vitest'
import { counterOf, keyUri, newSecret } from './secondFactor'

// RFC 6238, appendix B: the secret is the ASCII of 12345678901234567890; its eight digits end with our six.
const SECRET = Secret.fromUTF8('12345678901234567890').base32
test.each([
  [59, '94287082'],
  [1_111_111_109, '07081804'],
  [1_111_111_111, '14050471'],
  [1_234_567_890, '89005924'],
  [2_000_000_000, '69279037'],
  [20_000_000_000, '65353130'],
])('at %i s the code is that of the RFC', (seconds, digits) => {
  const now = new Date(seconds * 1000)
  expect(counterOf(digits.slice(2), { secret: SECRET, now })).toBe(Math.floor(seconds / 30))
})

test('one interval early or late is taken, two are not', () => {
  const at = (seconds: number) =>
    counterOf('050471', { secret: SECRET, now: new Date((1_111_111_111 + seconds) * 1000) })
  const counter = Math.floor(1_111_111_111 / 30)
  expect([at(-30), at(0), at(30)]).toEqual([counter, counter, counter])
  expect([at(-61), at(61)]).toEqual([null, null])
})

test('what is no code is none', () => {
  for (const typed of ['', '12345', 'abcdef', '0504711', '０５０４７１'])
    expect(counterOf(typed, { secret: SECRET, now: new Date(1_111_111_111_000) }), typed).toBeNull()
  expect(counterOf('050 471', { secret: SECRET, now: new Date(1_111_111_111_000) })).not.toBeNull()
})

test('a fresh secret has 160 bits and is in the key URI', () => {
  const secret = newSecret()
  expect(Secret.fromBase32(secret).bytes).toHaveLength(20)
  expect(newSecret()).not.toBe(secret)
  expect(new URL(keyUri(secret, 'Mila Testova')).searchParams.get('secret')).toBe(secret)
})
