import { type ChildProcess, spawn, spawnSync } from 'node:child_process'
import { once } from 'node:events'
import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as delay } from 'node:timers/promises'
import { freePort } from '../setup/cluster'
import { ROOT } from '../setup/root'
import { runConductor, StepFailure } from '../setup/steps'

/** After what line of a start it is killed, and how many seconds later; one kill each, in this order, in one folder. */
const MOMENTS: readonly (readonly [line: string, afterSeconds: readonly number[]])[] = [
  ['npm packages: installing', [0.5, 6]],
  ['making a private PostgreSQL cluster', [0, 0.4, 1, 2]],
  ['looking for migrations', [0]],
  ['applying 0001', [0]],
  ['applying 0012', [0]],
  ['applying 0028', [0]],
  ['demo data: loading', [0, 8, 25, 40]],
  ['building the application', [0, 20, 45]],
  ['starting on port', [0, 0.5, 1.5, 3]],
  // Last: a database that outlived its start is taken as it is, and only one that stopped is started.
  ['starting PostgreSQL', [0, 0.1, 0.3]],
]
/** Whom the kill meets, in turn: everything, as when the power fails; only what npm started; only the process that does the work. */
const WHOM = ['all of it, the database too', 'the parent', 'the conductor'] as const

type Kill = { line: string; seconds: number; whom: string; isReached: boolean }

/**
 * The start of a stranger, in a clone with nothing in it, killed outright at every step. Each time the next start goes on by
 * itself; the last one serves, and everything in it verifies.
 */
async function campaign(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'barys-starts-'))
  chmodSync(folder, 0o755)
  const clone = join(folder, 'clone')
  if (spawnSync('git', ['clone', '--quiet', ROOT, clone]).status !== 0)
    throw new StepFailure('clone', `${ROOT} could not be cloned`, 'Run this in a checkout, with git.')
  const port = String(await freePort())
  const began = Date.now()
  const kills: Kill[] = []
  for (const [line, seconds] of MOMENTS)
    for (const after of seconds) {
      const whom = WHOM[kills.length % WHOM.length] ?? WHOM[0]
      const kill = {
        line,
        seconds: after,
        whom,
        isReached: await killedAt(clone, port, { line, after, whom }),
      }
      kills.push(kill)
      console.log(JSON.stringify(kill))
    }
  const last = started(clone, port)
  const serves = await last.until('Barys is ready')
  const verified = spawnSync('npm', ['run', '--silent', 'verify'], { cwd: clone, encoding: 'utf8', env: own(port) })
  last.process.kill('SIGTERM')
  await last.ended
  const result = {
    minutes: Math.round((Date.now() - began) / 6000) / 10,
    kills: kills.length,
    notReached: kills.filter(({ isReached }) => !isReached).length,
    serves,
    loaded: /demo data: (\d+ instruments.*)/.exec(last.output())?.[1] ?? 'by an earlier start',
    verified: verified.status === 0,
    says: verified.stdout.trim().split('\n').at(-1),
  }
  console.log(JSON.stringify(result, null, 2))
  if (!serves || verified.status !== 0) console.log(last.output(), verified.stdout, verified.stderr)
  else rmSync(folder, { recursive: true, force: true })
  process.exitCode = serves && verified.status === 0 && result.notReached === 0 ? 0 : 1
}

type Start = {
  readonly process: ChildProcess
  readonly ended: Promise<unknown>
  readonly output: () => string
  /** Whether it said this before it ended, or said something else. */
  readonly until: (words: string, orElse?: string) => Promise<boolean>
}

/** Nothing of this process's own plant goes along. */
function own(port: string): NodeJS.ProcessEnv {
  const { DATABASE_URL: _, BARYS_HOME: __, BARYS_DIST: ___, ...env } = process.env
  return { ...env, PORT: port }
}

function started(clone: string, port: string): Start {
  const child = spawn(process.execPath, ['scripts/start.mjs'], { cwd: clone, detached: true, env: own(port) })
  let text = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (text += chunk))
  const until = async (words: string, orElse?: string) => {
    while (!text.includes(words)) {
      if (orElse !== undefined && text.includes(orElse)) return false
      if (child.exitCode !== null || child.signalCode !== null) {
        console.log(text)
        return false
      }
      await delay(10) // polling interval
    }
    return true
  }
  return { process: child, ended: once(child, 'exit'), output: () => text, until }
}

async function killedAt(
  clone: string,
  port: string,
  { line, after, whom }: { line: string; after: number; whom: (typeof WHOM)[number] },
): Promise<boolean> {
  let start = started(clone, port)
  if (!(await start.until(line, 'Barys is ready'))) {
    // It came up without that step: what it took as it found it is stopped, and the next one has it to do.
    start.process.kill('SIGTERM')
    await start.ended
    start = started(clone, port)
    if (!(await start.until(line, 'Barys is ready'))) return false
  }
  await delay(after * 1000) // the moment of the kill
  const pid = start.process.pid ?? 0
  if (whom === 'all of it, the database too') {
    process.kill(-pid, 'SIGKILL')
    killDatabase(clone)
  }
  // Its child is npm while packages are installed, then the process that does the work; where there is none, itself.
  else if (whom === 'the parent' || spawnSync('pkill', ['-KILL', '-P', String(pid)]).status !== 0)
    process.kill(pid, 'SIGKILL')
  await start.ended
  return true
}

function killDatabase(clone: string): void {
  const file = join(clone, '.barys/pg/postmaster.pid')
  const pid = existsSync(file) ? Number(readFileSync(file, 'utf8').split('\n')[0]) : 0
  if (pid > 0) spawnSync('kill', ['-KILL', String(pid)])
}

// Last, so that everything it needs is there.
await runConductor(campaign)
