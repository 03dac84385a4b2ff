import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { once } from 'node:events'
import { existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import { text } from 'node:stream/consumers'
import { ROOT } from './root'
import { StepFailure, say } from './steps'

const SOURCES = ['src', 'public', 'package-lock.json', 'next.config.ts', 'tsconfig.json']

/**
 * Builds the application into `distFolder` unless the build there is of exactly these sources.
 *
 * @param distFolder relative to the root; tests use another than `npm start`, so neither disturbs the other
 * @param signal ends the build
 * @throws {StepFailure} when the build fails
 */
export async function buildIfStale(distFolder: string, signal?: AbortSignal): Promise<void> {
  const mark = join(ROOT, distFolder, 'barys-sources')
  const hash = sourcesHash()
  if (existsSync(mark) && readFileSync(mark, 'utf8') === hash) {
    say('build', 'up to date')
    return
  }
  say('build', 'building the application; takes a minute')
  // Killed halfway it is of no sources at all, not of those of before.
  rmSync(mark, { force: true })
  const next = spawn(process.execPath, [join(ROOT, 'node_modules/next/dist/bin/next'), 'build'], {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, NODE_ENV: 'production', BARYS_DIST: distFolder, NEXT_TELEMETRY_DISABLED: '1' },
    killSignal: 'SIGTERM',
    ...(signal && { signal }),
  })
  const said = Promise.all([text(next.stdout), text(next.stderr)])
  const [status] = await once(next, 'exit')
  if (status !== 0) {
    console.error(...(await said))
    throw new StepFailure('build', 'next build failed', 'Its message stands above.')
  }
  writeFileSync(mark, hash)
}

function sourcesHash(): string {
  const hash = createHash('sha256')
  for (const file of SOURCES.flatMap((source) => filesUnder(join(ROOT, source))))
    hash.update(relative(ROOT, file)).update('\0').update(readFileSync(file)).update('\0')
  return hash.digest('hex')
}

function filesUnder(path: string): string[] {
  if (!existsSync(path)) return []
  if (!statSync(path).isDirectory()) return [path]
  return readdirSync(path)
    .toSorted()
    .filter((name) => !/\.test\.tsx?$/.test(name))
    .flatMap((name) => filesUnder(join(path, name)))
}
