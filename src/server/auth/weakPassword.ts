import { dictionary } from '@zxcvbn-ts/language-common'
import { Refusal } from '@/core/refusal'

/** The passwords people choose most, as they were found in what had been stolen elsewhere. */
const COMMON: ReadonlySet<string> = new Set(dictionary['passwords-common'].map((word) => String(word).toLowerCase()))

/** So few different characters are no password, however long. Ours, no source. */
const FEWEST_CHARACTERS = 5
/** Parts of a name this short stand in too many words. */
const SHORTEST_PART = 4

/**
 * Refuses what is guessed first. Source: NIST SP 800-63B, 5.1.1.2 (from memory): common ones, repetitions, and what belongs to the person or
 * the service.
 *
 * @param field where it was typed
 * @throws {Refusal} in words that say why
 */
export function refuseWeak(field: string, password: string, name: string): void {
  const lower = password.toLowerCase()
  const letters = lower.replace(/[^\p{L}]/gu, '')
  const choose = 'choose several words that belong to nobody here'
  // A year or a sign behind it makes a common word no rarer.
  if (COMMON.has(lower) || COMMON.has(lower.replace(/[\d\W_]+$/u, '')))
    throw new Refusal(field, 'is one of those that are tried first', choose)
  if (new Set(lower).size < FEWEST_CHARACTERS) throw new Refusal(field, 'repeats a few characters', choose)
  const parts = [...name.toLowerCase().split(/\s+/), name.toLowerCase().replace(/\s+/g, ''), 'barys']
  if (parts.some((part) => part.length >= SHORTEST_PART && letters.includes(part)))
    throw new Refusal(field, 'contains the person’s name or that of this program', choose)
}
