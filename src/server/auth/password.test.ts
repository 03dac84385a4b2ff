import { expect, test } from 'vitest'
import { hashPassword, isPassword } from './password'

test('a password gives its own hash and no other; the hash is argon2id with its salt (RFC 9106, PHC text)', async () => {
  const [first, second] = await Promise.all([hashPassword('three calm otters'), hashPassword('three calm otters')])
  expect(first).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/)
  expect(first).not.toBe(second)
  expect(await isPassword('three calm otters', first)).toBe(true)
  expect(await isPassword('three calm otterz', first)).toBe(false)
})

test('nobody’s password is none, not even the stand-in’s', async () => {
  expect(await isPassword('nobody has this password', null)).toBe(false)
})
