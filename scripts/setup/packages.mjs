// The only code that runs before `npm ci`, so it imports nothing but Node.
import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..', '..')
const MARK = join(ROOT, 'node_modules', '.barys-lock-hash')
const OLDEST_NODE = [20, 9]

/**
 * Installs the npm packages if they are missing or older than the lock file, then runs a TypeScript file and takes
 * over its exit code. However this process is asked to end, its child is asked too, and waited for.
 *
 * @param {string} script path from the project's root
 * @param {string[]} args
 * @param {{ env?: Record<string, string>, told?: (said: object) => void }} options what the child gets besides, and who
 *   hears what it tells
 */
export async function runWithPackages(script, args, { env = {}, told = () => {} } = {}) {
  refuseOldNode()
  const surroundings = { ...process.env, ...env }
  await installPackagesIfStale(surroundings)
  const child = spawn(process.execPath, ['--import', 'tsx', join(ROOT, script), ...args], {
    cwd: ROOT,
    // By the channel it tells what it does, and learns that this process is gone.
    stdio: ['inherit', 'inherit', 'inherit', 'ipc'],
    env: surroundings,
  })
  child.on('message', (said) => typeof said === 'object' && said !== null && told(said))
  process.exitCode = await endedWith(child)
}

/**
 * Waits for a child, and asks it to end where this process is asked to.
 *
 * @param {import('node:child_process').ChildProcess} child
 * @returns {Promise<number>}
 */
async function endedWith(child) {
  const pass = () => child.kill('SIGTERM')
  // Ctrl-C goes to the whole group; the child stops database and server in order, and this one waits for that.
  const wait = () => {}
  process.on('SIGINT', wait)
  process.on('SIGTERM', pass)
  process.on('SIGHUP', pass)
  const watch = setInterval(() => isNpmGone() && pass(), 500)
  const status = await new Promise((resolve) => {
    child.on('error', () => resolve(1))
    child.on('exit', (code, signal) => resolve(signal ? 1 : (code ?? 1)))
  })
  clearInterval(watch)
  process.off('SIGINT', wait)
  process.off('SIGTERM', pass)
  process.off('SIGHUP', pass)
  return status
}

const parentAtFirst = process.ppid

/** npm keeps a signal to itself and ends: then nobody holds this process any more. One started without npm may outlive its shell. */
const isNpmGone = () => process.env.npm_lifecycle_event !== undefined && process.ppid !== parentAtFirst

function refuseOldNode() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number)
  const [needMajor = 0, needMinor = 0] = OLDEST_NODE
  if (major > needMajor || (major === needMajor && minor >= needMinor)) return
  fail('Node', `this is Node ${process.versions.node}`, `install Node ${OLDEST_NODE.join('.')} or newer`)
}

/** @param {NodeJS.ProcessEnv} env */
async function installPackagesIfStale(env) {
  const lockHash = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex')
  if (existsSync(MARK) && readFileSync(MARK, 'utf8') === lockHash) return
  console.log('· npm packages: installing what package-lock.json names (npm ci)')
  // What is there is no more what the mark says, until it is whole again.
  rmSync(MARK, { force: true })
  const npm = spawn('npm', ['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit'],
    env,
  })
  const status = await endedWith(npm)
  if (status !== 0)
    fail('npm packages', `npm ci ended with ${status}`, 'see its message above; is the registry reachable?')
  writeFileSync(MARK, lockHash)
}

/**
 * @param {string} step
 * @param {string} cause
 * @param {string} remedy
 */
function fail(step, cause, remedy) {
  console.error(`✕ ${step}: ${cause}. ${remedy[0]?.toUpperCase()}${remedy.slice(1)}`)
  process.exit(1)
}
