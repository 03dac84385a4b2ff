import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { ROOT } from '../../scripts/setup/root'
import { say } from '../../scripts/setup/steps'

/** What a suite came to. `files` holds how long each of its files took, where that is known. */
export type Tally = { readonly passed: number; readonly failed: number; readonly files: readonly FileTime[] }
export type FileTime = { readonly file: string; readonly seconds: number }

export const NOTHING: Tally = { passed: 0, failed: 0, files: [] }
export const together = (tallies: readonly Tally[]): Tally =>
  tallies.reduce(
    (a, b) => ({ passed: a.passed + b.passed, failed: a.failed + b.failed, files: [...a.files, ...b.files] }),
    NOTHING,
  )

/** A program of node_modules/.bin, or `node`, with its output as it comes; its exit status, 1 where it could not be started. */
export function run(program: string, args: readonly string[], env: Readonly<Record<string, string>> = {}) {
  const child = spawn(program === 'node' ? process.execPath : join(ROOT, 'node_modules/.bin', program), args, {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  })
  return new Promise<number>((resolve) => {
    child.on('error', () => resolve(1))
    child.on('exit', (status) => resolve(status ?? 1))
  })
}

/** A command that passes or fails as a whole. */
export async function check(program: string, args: readonly string[]): Promise<Tally> {
  say('check', `${program} ${args.join(' ')}`)
  const isDone = (await run(program, args)) === 0
  if (!isDone) console.log(`✕ check ${program} failed`)
  return { ...NOTHING, passed: isDone ? 1 : 0, failed: isDone ? 0 : 1 }
}

/** A suite that ended badly without a failed test, or whose report cannot be read, has failed all the same. */
export function tallyOf(status: number, read: () => Tally): Tally {
  try {
    const tally = read()
    return { ...tally, failed: status !== 0 && tally.failed === 0 ? 1 : tally.failed }
  } catch {
    return { ...NOTHING, failed: 1 }
  }
}
