import { spawnSync } from 'node:child_process'
import { existsSync, readdirSync } from 'node:fs'
import { delimiter, join } from 'node:path'
import { StepFailure, say } from './steps'

/** Where Debian keeps PostgreSQL's server programs, by version. */
const DEBIAN_POSTGRES_FOLDER = process.env.BARYS_POSTGRES_FOLDER ?? '/usr/lib/postgresql'

/**
 * Folder with PostgreSQL's server programs, installing Debian's package if there is none.
 *
 * @throws {StepFailure} when it is missing and may not be installed
 */
export function postgresBinFolder(): string {
  return findPostgresBin() ?? installed('PostgreSQL', 'postgresql', findPostgresBin)
}

/**
 * Path of Debian's Chromium, installing it if there is none. Only the tests and screenshots need it.
 *
 * @throws {StepFailure} when it is missing and may not be installed
 */
export function chromiumPath(): string {
  return (
    onPath('chromium-headless-shell') ??
    installed('Chromium', 'chromium-headless-shell', () => onPath('chromium-headless-shell'))
  )
}

/** Path of poppler's pdftoppm, for the picture of a certificate page; installing it if there is none. */
export function pdftoppmPath(): string {
  return onPath('pdftoppm') ?? installed('poppler', 'poppler-utils', () => onPath('pdftoppm'))
}

function findPostgresBin(): string | undefined {
  const versions = existsSync(DEBIAN_POSTGRES_FOLDER) ? readdirSync(DEBIAN_POSTGRES_FOLDER) : []
  const newestFirst = versions.filter((name) => /^\d+$/.test(name)).toSorted((a, b) => Number(b) - Number(a))
  const folders = [...newestFirst.map((version) => join(DEBIAN_POSTGRES_FOLDER, version, 'bin')), ...pathFolders()]
  return folders.find((folder) => ['initdb', 'pg_ctl', 'postgres'].every((name) => existsSync(join(folder, name))))
}

const pathFolders = () => (process.env.PATH ?? '').split(delimiter)

const onPath = (program: string): string | undefined =>
  pathFolders()
    .map((folder) => join(folder, program))
    .find((path) => existsSync(path))

function installed(name: string, debianPackage: string, find: () => string | undefined): string {
  const command = aptCommand(name, debianPackage)
  say(name, `not found; installing Debian's package ${debianPackage}`)
  const apt = (args: string[]) =>
    spawnSync(command[0] ?? 'apt-get', [...command.slice(1), ...args], {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    }).status === 0
  const done = apt(['install', '-y', '--no-install-recommends', debianPackage])
  // A new machine has no package lists yet, an old one stale ones: fetch them and try once more.
  if (!done && !(apt(['update']) && apt(['install', '-y', '--no-install-recommends', debianPackage])))
    throw new StepFailure(
      name,
      `apt-get could not install ${debianPackage}`,
      'See its message above; is the package registry reachable?',
    )
  const found = find()
  if (found === undefined)
    throw new StepFailure(
      name,
      `${debianPackage} is installed but its programs were not found`,
      'Put them on PATH and start again.',
    )
  return found
}

function aptCommand(name: string, debianPackage: string): string[] {
  const byHand = `Ask someone who may to run: apt-get install ${debianPackage}`
  if (onPath('apt-get') === undefined)
    throw new StepFailure(
      name,
      'not found, and this machine has no apt-get to install it',
      `Install ${name} by your system's own way, then start again.`,
    )
  if (process.getuid?.() === 0) return ['apt-get']
  if (onPath('sudo') === undefined)
    throw new StepFailure(name, 'not found, and you are neither root nor is there sudo to install it', `${byHand}`)
  if (spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status !== 0 && !process.stdin.isTTY)
    throw new StepFailure(name, 'not found, and sudo asks for a password, which nobody can type here', byHand)
  return ['sudo', 'apt-get']
}
