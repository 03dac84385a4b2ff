import { Refusal } from '@/core/refusal'

/**
 * What somebody sent, with every text in Unicode's composed form (NFC): two that look the same are then the same, also in
 * a hash.
 *
 * @throws {Refusal} where a text holds what no record can keep: NUL, which PostgreSQL takes in no text, or half of a
 *   surrogate pair, which UTF-8 cannot write; and where it is nested more deeply than anything of ours
 */
export function storable(value: unknown): unknown {
  return storableAt(value, [])
}

/** Nothing we take is nested like that; without an end a body of brackets alone would overflow the stack. */
const DEEPEST = 64

function storableAt(value: unknown, path: readonly string[]): unknown {
  if (path.length > DEEPEST) throw new Refusal('body', 'it is nested too deeply', 'send what the form would send')
  if (typeof value === 'string') return storableText(value, path)
  if (Array.isArray(value)) return value.map((item, index) => storableAt(item, [...path, String(index)]))
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value).map(([key, item]) => [storableText(key, path), storableAt(item, [...path, key])]),
  )
}

function storableText(text: string, path: readonly string[]): string {
  const what = unstorable(text)
  if (what) throw new Refusal(path.join('.') || 'body', `it holds ${what}`, 'type it again instead of pasting it')
  return text.normalize('NFC')
}

/** In Unicode mode a pair is one character, so that only halves match. */
const LONE_SURROGATE = /\p{Surrogate}/u

/** What no record can keep, in words; nothing where all of it can be kept. */
export function unstorable(text: string): string | null {
  if (text.includes('\u0000')) return 'a NUL character, which no record can keep'
  return LONE_SURROGATE.test(text) ? 'half of a character, which no record can keep' : null
}
