'use client'
import { type KeyAct, keyIn, useKeyChoice } from './keys'

/** The key of an act beside its words; nothing where keys are off. */
export function Key({ of }: { of: KeyAct }) {
  const key = keyIn(useKeyChoice(), of)
  return key === null ? null : <kbd className="key">{key}</kbd>
}
