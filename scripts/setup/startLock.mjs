// One start at a time in a folder. The lock is a socket of the kernel's own (no file): it goes with its process, however
// that ends, so that none is ever stale, and whoever comes second can ask the first what it does.
import { createHash } from 'node:crypto'
import { mkdirSync, readdirSync, readFileSync, realpathSync } from 'node:fs'
import { connect, createServer } from 'node:net'
import { setTimeout as delay } from 'node:timers/promises'

/** @typedef {{ pid: number, doing: string, address: string | null }} Holder */

/** By this name in its environment everything that a start makes is known as its own, also once its parent is gone. */
export const TOKEN_NAME = 'BARYS_START'

/**
 * What a folder is known by.
 *
 * @param {string} folder
 */
export function tokenOf(folder) {
  mkdirSync(folder, { recursive: true })
  return createHash('sha256').update(realpathSync(folder)).digest('hex').slice(0, 32)
}

/**
 * Takes the lock of a folder.
 *
 * @param {string} token
 * @param {Holder} holder told to whoever asks; may change meanwhile
 * @returns {Promise<Holder | null>} null once it is ours; otherwise who has it
 */
export async function takeStart(token, holder) {
  const server = createServer((caller) => {
    caller.on('error', () => {})
    caller.end(JSON.stringify(holder))
  })
  server.unref()
  const path = `\0barys-start-${token}`
  const isOurs = await new Promise((resolve, reject) => {
    server.once('error', (/** @type {NodeJS.ErrnoException} */ error) =>
      error.code === 'EADDRINUSE' ? resolve(false) : reject(error),
    )
    server.listen({ path }, () => resolve(true))
  })
  return isOurs ? null : askHolder(path)
}

/** @param {string} path @returns {Promise<Holder>} */
function askHolder(path) {
  return new Promise((resolve) => {
    let text = ''
    const unknown = { pid: 0, doing: 'starting', address: null }
    const caller = connect({ path })
    caller.setTimeout(3000, () => caller.destroy())
    caller.on('data', (chunk) => {
      text += chunk
    })
    caller.on('error', () => resolve(unknown))
    caller.on('close', () => {
      try {
        resolve(JSON.parse(text))
      } catch {
        resolve(unknown)
      }
    })
  })
}

/**
 * Ends what an earlier start of this folder left behind: whatever carries its token. Called with the lock held and before
 * anything is started, so that nothing of ours is among them; the database carries none, and is taken over.
 *
 * @param {string} token
 * @returns {Promise<number>} how many
 */
export async function endLeftBehind(token) {
  const found = left(token)
  for (const pid of found)
    try {
      process.kill(pid, 'SIGKILL')
    } catch {
      // It ended by itself meanwhile.
    }
  for (let tries = 0; tries < 100 && left(token).length > 0; tries++) await delay(50)
  return found.length
}

/** @param {string} token */
function left(token) {
  const mark = `${TOKEN_NAME}=${token}`
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name) && Number(name) !== process.pid)
    .map(Number)
    .filter((pid) => {
      try {
        const isZombie = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ').at(-1)?.startsWith('Z')
        return !isZombie && readFileSync(`/proc/${pid}/environ`, 'utf8').split('\0').includes(mark)
      } catch {
        return false // gone, or somebody else's
      }
    })
}
