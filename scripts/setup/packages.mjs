// The only code that runs before `npm ci`, so it imports nothing but Node.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..', '..')
const MARK = join(ROOT, 'node_modules', '.barys-lock-hash')
const OLDEST_NODE = [20, 9]

/**
 * Installs the npm packages if they are missing or older than the lock file, then runs a TypeScript file and takes
 * over its exit code. Signals reach the child by the terminal; this process only waits for it.
 *
 * @param {string} script path from the project's root
 * @param {string[]} args
 */
export async function runWithPackages(script, args) {
  refuseOldNode()
  installPackagesIfStale()
  const child = spawn(process.execPath, ['--import', 'tsx', join(ROOT, script), ...args], {
    cwd: ROOT,
    stdio: 'inherit',
  })
  // Ctrl-C goes to the whole group; the child stops database and server in order, and this one waits for that.
  process.on('SIGINT', () => {})
  process.on('SIGTERM', () => child.kill('SIGTERM'))
  process.on('SIGHUP', () => child.kill('SIGTERM'))
  process.exitCode = await new Promise((resolve) =>
    child.on('exit', (code, signal) => resolve(signal ? 1 : (code ?? 1))),
  )
}

function refuseOldNode() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number)
  const [needMajor = 0, needMinor = 0] = OLDEST_NODE
  if (major > needMajor || (major === needMajor && minor >= needMinor)) return
  fail('Node', `this is Node ${process.versions.node}`, `install Node ${OLDEST_NODE.join('.')} or newer`)
}

function installPackagesIfStale() {
  const lockHash = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex')
  if (existsSync(MARK) && readFileSync(MARK, 'utf8') === lockHash) return
  console.log('· npm packages: installing what package-lock.json names (npm ci)')
  const npm = spawnSync('npm', ['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit'],
  })
  if (npm.status !== 0)
    fail(
      'npm packages',
      `npm ci ended with ${npm.status ?? npm.error?.message}`,
      'see its message above; is the registry reachable?',
    )
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
