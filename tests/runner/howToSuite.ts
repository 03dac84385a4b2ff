import { execFileSync, spawn } from 'node:child_process'
import { cpSync, mkdirSync, readdirSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { text } from 'node:stream/consumers'
import { ROOT } from '../../scripts/setup/root'
import { say } from '../../scripts/setup/steps'
import { NOTHING, type Tally, together } from './commands'
import { changed, type HowToStep, stepsOf } from './howTo'

const PAGES = join(ROOT, 'docs/how-to')

/** Walks every how-to in a copy of the tree: what it says to do is done, and what it says then holds is looked at. */
export async function howToSuite(folder: string, env: Readonly<Record<string, string>>): Promise<Tally> {
  const pages = readdirSync(PAGES).filter((name) => name !== 'README.md')
  say('how-to', `walking ${pages.length} pages`)
  const base = join(folder, 'unchanged')
  copyTree(base)
  // Checked whole once: each copy of it then checks only what its page changes.
  const unchanged = await looked({ kind: 'expect', what: 'tsc', file: '', fails: null }, base, env)
  if (!unchanged.isPassed) throw new Error(`the tree does not compile as it is:\n${unchanged.says}`)
  const tallies: Tally[] = []
  const left = [...pages]
  // Two at once: each takes one processor at a time.
  await Promise.all(
    [1, 2].map(async () => {
      for (let name = left.shift(); name !== undefined; name = left.shift())
        tallies.push(await walked(name, { base, copy: join(folder, name), env }))
    }),
  )
  return together(tallies)
}

type Walk = { readonly base: string; readonly copy: string; readonly env: Readonly<Record<string, string>> }

async function walked(name: string, { base, copy, env }: Walk): Promise<Tally> {
  const begun = performance.now()
  const steps = stepsOf(readFileSync(join(PAGES, name), 'utf8'))
  let fault: string | null = steps.some(({ kind }) => kind === 'expect') ? null : 'it says nothing that could be walked'
  cpSync(base, copy, { recursive: true, verbatimSymlinks: true })
  for (const step of steps) {
    if (fault !== null) break
    fault = await faultOf(step, copy, env)
  }
  console.log(fault === null ? `✓ how-to ${name}` : `✕ how-to ${name}: ${fault}`)
  const files = [{ file: `docs/how-to/${name}`, seconds: (performance.now() - begun) / 1000 }]
  return { ...NOTHING, files, passed: fault === null ? 1 : 0, failed: fault === null ? 0 : 1 }
}

/** Everything git knows or would take, with the packages of the tree itself. */
function copyTree(copy: string): void {
  const listed = execFileSync('git', ['ls-files', '-co', '--exclude-standard'], {
    cwd: ROOT,
    encoding: 'utf8',
    maxBuffer: 1 << 26,
  })
  for (const file of listed
    .split('\n')
    .filter((each) => /^(src|scripts|tests|e2e|db|types)\/|^[^/]+\.(json|ts)$/.test(each)))
    cpSync(join(ROOT, file), join(copy, file), { recursive: true })
  symlinkSync(join(ROOT, 'node_modules'), join(copy, 'node_modules'))
}

/** Does a step; null where it could be done and holds. */
async function faultOf(step: HowToStep, copy: string, env: Readonly<Record<string, string>>): Promise<string | null> {
  switch (step.kind) {
    case 'file':
      mkdirSync(dirname(join(copy, step.path)), { recursive: true })
      writeFileSync(join(copy, step.path), step.text)
      return null
    case 'change':
      try {
        const path = join(copy, step.path)
        writeFileSync(path, changed(readFileSync(path, 'utf8'), step.hunks, step.path))
        return null
      } catch (error) {
        return error instanceof Error ? error.message : String(error)
      }
    case 'expect':
      return expectationFault(step, await looked(step, copy, env))
    default:
      return step satisfies never
  }
}

/** Each further look checks what has changed since the one before. */
const TSC = ['--noEmit', '--singleThreaded', '--incremental', '--tsBuildInfoFile', '.tsbuildinfo']

type Expected = Extract<HowToStep, { kind: 'expect' }>
type Looked = { readonly isPassed: boolean; readonly says: string }

async function looked({ what, file }: Expected, copy: string, env: Readonly<Record<string, string>>): Promise<Looked> {
  const [program, args] = what === 'tsc' ? (['tsc', TSC] as const) : (['vitest', ['run', file]] as const)
  const child = spawn(join(copy, 'node_modules/.bin', program), args, {
    cwd: copy,
    stdio: ['ignore', 'pipe', 'pipe'],
    // Its own migrations make its databases.
    env: { ...process.env, ...env, BARYS_TEST_TEMPLATE: '', NO_COLOR: '1' },
  })
  const said = Promise.all([text(child.stdout), text(child.stderr)])
  const status = await new Promise<number | null>((resolve) => child.on('exit', resolve))
  return { isPassed: status === 0, says: (await said).join('\n') }
}

function expectationFault({ what, file, fails }: Expected, { isPassed, says }: Looked): string | null {
  const name = `${what} ${file}`.trim()
  if (fails === null) return isPassed ? null : `${name} should pass and fails:\n${says.slice(-3000)}`
  if (isPassed) return `${name} should fail with “${fails}” and passes`
  return says.includes(fails) ? null : `${name} fails without “${fails}”:\n${says.slice(-3000)}`
}
