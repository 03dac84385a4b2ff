import {
  createHash,
  createPrivateKey,
  createPublicKey,
  generateKeyPairSync,
  type KeyObject,
  sign,
  verify,
} from 'node:crypto'
import { chmodSync, existsSync, linkSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

/** An Ed25519 key (RFC 8032) that signs where the chains stand; it lies outside the database and its cluster. */
export type ProofKey = {
  /** The public key as its 32 bytes, base64. */
  readonly publicKey: string
  readonly fingerprint: string
  readonly sign: (text: string) => string
}

const FILE = 'proof-key.pem'
const PUBLIC_FILE = 'proof-key.pub'

/** The key of a folder, made once. Two processes that make it at once end with the same: a file is linked into place, never over another. */
export function proofKey(folder: string): ProofKey {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const file = join(folder, FILE)
  if (!existsSync(file)) makeKey(file)
  const { privateKey, publicKey } = keyOf(readFileSync(file, 'utf8'))
  if (!existsSync(join(folder, PUBLIC_FILE)))
    writeFileSync(join(folder, PUBLIC_FILE), `${publicKey}\n`, { flush: true })
  return {
    publicKey,
    fingerprint: fingerprintOf(publicKey),
    sign: (text) => sign(null, Buffer.from(text), privateKey).toString('base64'),
  }
}

type KeyPair = { readonly privateKey: KeyObject; readonly publicKey: string }

/** The key read last: each certificate names it, and parsing it takes milliseconds. By its text it is never out of date. */
let last: { readonly pem: string; readonly pair: KeyPair } | undefined

function keyOf(pem: string): KeyPair {
  if (last?.pem === pem) return last.pair
  const privateKey = createPrivateKey(pem)
  const pair = { privateKey, publicKey: rawPublicKey(createPublicKey(privateKey)) }
  last = { pem, pair }
  return pair
}

function makeKey(file: string): void {
  const { privateKey } = generateKeyPairSync('ed25519')
  const fresh = `${file}.${process.pid}`
  writeFileSync(fresh, privateKey.export({ type: 'pkcs8', format: 'pem' }), { mode: 0o600, flush: true })
  chmodSync(fresh, 0o600)
  try {
    linkSync(fresh, file)
  } catch (error) {
    if (!existsSync(file)) throw error // otherwise another process was first, and its key holds
  } finally {
    rmSync(fresh)
  }
}

/** The last 32 bytes of the DER of an Ed25519 public key are the key (RFC 8410, 4). */
const rawPublicKey = (key: KeyObject) => key.export({ type: 'spki', format: 'der' }).subarray(-32).toString('base64')

const SPKI_PREFIX = Buffer.from('302a300506032b6570032100', 'hex')

/** Sixteen hex digits to compare two keys by eye. */
export const fingerprintOf = (publicKey: string) =>
  createHash('sha256').update(Buffer.from(publicKey, 'base64')).digest('hex').slice(0, 16)

/** Whether a text was signed by the owner of a public key. */
export function isSignedBy(publicKey: string, text: string, signature: string): boolean {
  try {
    const der = Buffer.concat([SPKI_PREFIX, Buffer.from(publicKey, 'base64')])
    const key = createPublicKey({ key: der, type: 'spki', format: 'der' })
    return verify(null, Buffer.from(text), key, Buffer.from(signature, 'base64'))
  } catch {
    return false // no key, or no signature
  }
}
