import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from '../../scripts/setup/root'

/** Values from a general-purpose library, made by scripts/reference/make_reference.py, with the library's name. */
export function reference<Case>(name: string): { source: string; cases: Case[] } {
  return JSON.parse(readFileSync(join(ROOT, 'tests/reference', `${name}.json`), 'utf8'))
}

/** Relative difference of two numbers, measured on the larger. */
export function relativeDifference(a: number, b: number): number {
  const larger = Math.max(Math.abs(a), Math.abs(b))
  return larger === 0 ? 0 : Math.abs(a - b) / larger
}
