import { spawnSync } from 'node:child_process'
import { copyFileSync, cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { freshDatabase } from '../../tests/support/freshDatabase'
import { ROOT } from './root'

/** What a fresh machine is known to have on its PATH; a compiler, make and Python are not of them. */
const PROGRAMS = ['node', 'npm', 'sh', 'env']
const folder = mkdtempSync(join(tmpdir(), 'barys-fresh-'))
const bin = join(folder, 'bin')

const onMachine = (program: string) =>
  spawnSync('sh', ['-c', `command -v ${program}`], { encoding: 'utf8' }).stdout.trim()

/** Runs a program as a fresh machine would: only those programs on PATH, nothing of this machine's npm settings. */
function runFresh(command: string, args: readonly string[], env: Record<string, string> = {}) {
  return spawnSync(join(bin, command), args, {
    cwd: folder,
    encoding: 'utf8',
    env: { PATH: bin, HOME: process.env.HOME ?? folder, NODE_ENV: 'development', ...registryOfThisMachine(), ...env },
  })
}

/** Where packages come from is the machine's own setting, in its environment or its home. */
const registryOfThisMachine = () =>
  Object.fromEntries(
    Object.entries(process.env).filter(
      (entry): entry is [string, string] =>
        /^(npm_config_(registry|cache|userconfig|cafile)|NODE_EXTRA_CA_CERTS)$/i.test(entry[0]) &&
        entry[1] !== undefined,
    ),
  )

beforeAll(() => {
  mkdirSync(bin)
  for (const program of PROGRAMS) symlinkSync(onMachine(program), join(bin, program))
  for (const file of ['package.json', 'package-lock.json', '.npmrc', 'tsconfig.json'])
    copyFileSync(join(ROOT, file), join(folder, file))
  cpSync(join(ROOT, 'src'), join(folder, 'src'), { recursive: true })
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

test('no package of ours is built where it is installed: install scripts only of those that bring their binaries', () => {
  const { packages }: { packages: Record<string, { hasInstallScript?: boolean; optional?: boolean }> } = JSON.parse(
    readFileSync(join(ROOT, 'package-lock.json'), 'utf8'),
  )
  const withScript = Object.entries(packages).filter(
    ([, { hasInstallScript, optional }]) => hasInstallScript && !optional,
  )
  expect(withScript.map(([name]) => name.replace(/^.*node_modules\//, '')).toSorted()).toEqual(['@swc/core', 'esbuild'])
})

test('packages install and somebody signs in on a machine without a compiler', async () => {
  for (const program of ['cc', 'gcc', 'g++', 'make', 'python3'])
    expect(runFresh('sh', ['-c', `command -v ${program}`]).status, program).not.toBe(0)
  const install = runFresh('npm', [
    'ci',
    '--omit=dev',
    '--prefer-offline',
    '--no-audit',
    '--no-fund',
    '--loglevel=error',
  ])
  expect(install.status, `${install.stdout}${install.stderr}`).toBe(0)

  const database = await freshDatabase()
  const script = join(folder, 'signIn.ts')
  mkdirSync(dirname(script), { recursive: true })
  writeFileSync(
    script,
    `import { firstPerson } from './src/server/services/people/people'
import { signIn } from './src/server/services/people/signIn'
import { pool } from './src/server/database'
const now = new Date()
const made = await firstPerson({ name: 'Fresh Start', initials: 'FS', role: 'technician', password: 'seven words of no meaning' }, now)
const seen = await signIn({ name: 'Fresh Start', password: 'seven words of no meaning' }, now, '127.0.0.1')
const wrong = await signIn({ name: 'Fresh Start', password: 'eight words of no meaning' }, now, '127.0.0.1').catch((e) => e.reason)
await pool().end()
console.log(JSON.stringify({ isSame: made === seen, wrong }))
`,
  )
  const signedIn = runFresh('node', ['--import', 'tsx', script], { DATABASE_URL: database.applicationUrl })
  expect(signedIn.status, signedIn.stderr).toBe(0)
  expect(JSON.parse(signedIn.stdout)).toEqual({ isSame: true, wrong: 'name and password do not belong together' })
}, 300_000)
