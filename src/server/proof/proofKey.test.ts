import { createPrivateKey } from 'node:crypto'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { beforeEach, expect, test } from 'vitest'
import { isSignedBy, proofKey } from './proofKey'

let folder: string
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'barys-key-'))
  return () => rmSync(folder, { recursive: true, force: true })
})

const base64 = (hex: string) => Buffer.from(hex, 'hex').toString('base64')

test('a key that lies there signs as RFC 8032 says (7.1, test 2)', () => {
  const secret = '4ccd089b28ff96da9db6c346ec114e0f5b8a319f35aba624da8cf6ed4fb8a6fb'
  // RFC 8410, 7: 32 bytes of an Ed25519 key in PKCS #8.
  const der = Buffer.from(`302e020100300506032b657004220420${secret}`, 'hex')
  const pem = createPrivateKey({ key: der, format: 'der', type: 'pkcs8' }).export({ type: 'pkcs8', format: 'pem' })
  writeFileSync(join(folder, 'proof-key.pem'), pem)
  const key = proofKey(folder)
  expect(key.publicKey).toBe(base64('3d4017c3e843895a92b70aa74d1b7ebc9c982ccf2ec4968cc0cd55f12af4660c'))
  const signature = base64(
    '92a009a9f0d4cab8720e820b5f642540a2b27b5416503f8fb3762223ebdb69da085ac1e43e15996e458f3613d0f11d8c387b2eaeb4302aeeb00d291612bb0c00',
  )
  expect(key.sign('r')).toBe(signature)
  expect(isSignedBy(key.publicKey, 'r', signature)).toBe(true)
  expect(isSignedBy(key.publicKey, 's', signature)).toBe(false)
})

test('a folder keeps the key that was made for it, beside others, and one put in its place holds', () => {
  const other = join(folder, 'other')
  const [first, another] = [proofKey(folder).publicKey, proofKey(other).publicKey]
  expect(another).not.toBe(first)
  expect(proofKey(folder).publicKey).toBe(first)
  rmSync(join(folder, 'proof-key.pem'))
  const fresh = proofKey(folder)
  expect(fresh.publicKey).not.toBe(first)
  expect(isSignedBy(fresh.publicKey, 'a line', fresh.sign('a line'))).toBe(true)
})
