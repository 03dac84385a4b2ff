import { useSyncExternalStore } from 'react'
import { PLACES } from './places'

/** What a letter or sign alone does, and which one at first. What belongs to a box that has the focus is not among them. */
export const KEY_ACTS = {
  find: { key: '/', does: 'find an instrument' },
  go: {
    key: 'g',
    does: `go somewhere: then ${PLACES.map(({ key, label }) => `${key} ${label.toLowerCase()}`).join(', ')}`,
  },
  register: { key: 'n', does: 'register a new instrument' },
  list: { key: '?', does: 'this list' },
  budget: { key: 'u', does: 'where the uncertainty comes from' },
  vent: { key: 'v', does: 'vent what drives the pressure (Alt and v does always)' },
  takeOver: { key: 't', does: 'take this point now, in a run that takes its own readings' },
  pause: { key: 'p', does: 'pause such a run' },
  byHand: { key: 'h', does: 'go on by hand' },
  read: { key: 'r', does: 'read, in practice' },
} as const
export type KeyAct = keyof typeof KEY_ACTS
export const KEY_ACT_IDS = Object.keys(KEY_ACTS) as KeyAct[] // keys of a const object

/** What somebody chose at this browser: none at all, or other letters. WCAG 2.2, 2.1.4. */
export type KeyChoice = { readonly isOff: boolean; readonly changed: Partial<Record<KeyAct, string>> }

const STORED_AT = 'barys-keys'
const AS_GIVEN: KeyChoice = { isOff: false, changed: {} }
let choice: KeyChoice | undefined
const listeners = new Set<() => void>()

function chosen(): KeyChoice {
  choice ??= readChoice()
  return choice
}

/** Whatever else stands there, or where nothing may be stored: as they are given. */
function readChoice(): KeyChoice {
  try {
    const { isOff, changed } = JSON.parse(localStorage.getItem(STORED_AT) ?? '{}') as Partial<KeyChoice>
    const letters = Object.entries(changed ?? {}).filter(
      ([act, letter]) => act in KEY_ACTS && typeof letter === 'string' && isOneKey(letter),
    )
    return { isOff: isOff === true, changed: Object.fromEntries(letters) }
  } catch {
    return AS_GIVEN
  }
}

/** One character that is seen; figures are typed everywhere and stay free. */
export const isOneKey = (text: string): boolean => [...text].length === 1 && /^[^\s\d]$/u.test(text)

/** Keeps a choice at this browser. */
export function chooseKeys(next: KeyChoice): void {
  choice = next
  try {
    localStorage.setItem(STORED_AT, JSON.stringify(next))
  } catch {
    // Nothing may be stored here: it holds until the page is left.
  }
  for (const tell of listeners) tell()
}

function subscribe(tell: () => void): () => void {
  listeners.add(tell)
  return () => listeners.delete(tell)
}

/** The choice of this browser, as it changes. */
export const useKeyChoice = (): KeyChoice => useSyncExternalStore(subscribe, chosen, () => AS_GIVEN)

/** The key of an act; null where they are off. */
export const keyIn = ({ isOff, changed }: KeyChoice, act: KeyAct): string | null =>
  isOff ? null : (changed[act] ?? KEY_ACTS[act].key)

/** Whether a key that was pressed means an act now. */
export const isKeyOf = (act: KeyAct, key: string): boolean => keyIn(chosen(), act) === key
