import { type ChildProcess, spawn } from 'node:child_process'
import { once } from 'node:events'
import { connect } from 'node:net'
import { afterEach, expect, test } from 'vitest'
import { ROOT } from '../setup/root'

let running: ChildProcess[] = []
afterEach(() => {
  for (const child of running) child.kill('SIGKILL')
  running = []
})

/** The command as a person starts it. */
function start(...args: readonly string[]) {
  const child = spawn(process.execPath, ['--import', 'tsx', 'scripts/standIns.ts', ...args], { cwd: ROOT })
  running.push(child)
  let text = ''
  let look = () => {}
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (bytes) => {
      text += bytes
      look()
    })
  const until = (wanted: RegExp) =>
    new Promise<RegExpExecArray>((resolve, reject) => {
      look = () => {
        const found = wanted.exec(text)
        if (found) resolve(found)
      }
      child.once('close', () => reject(new Error(`it ended: ${text}`)))
      look()
    })
  return { child, until, output: () => text }
}

async function ask(port: string | undefined, line: string): Promise<string> {
  const socket = connect(Number(port), '127.0.0.1')
  socket.write(`${line}\n`)
  const [bytes] = await once(socket, 'data')
  socket.destroy()
  return String(bytes).trim()
}

test('started by its command, source and meter look at one bench; Ctrl-C ends them in order', async () => {
  const { child, until } = start('--fault', 'zero-shift', '--size', '1', '--seed', '9', '--speed', '50')
  const [, source] = await until(/source: 127\.0\.0\.1:(\d+)/)
  const [, meter] = await until(/meter: 127\.0\.0\.1:(\d+)/)
  await until(/Ctrl-C ends them/)
  expect(Math.abs(Number(await ask(source, 'MEAS:PRES?')))).toBeLessThan(0.5)
  // One per cent of 16 mA away from 4 mA, on one side or the other, and the noise of the instrument.
  const milliamp = Number(await ask(meter, 'MEAS:CURR?')) * 1000
  expect(Math.abs(Math.abs(milliamp - 4) - 0.16)).toBeLessThan(0.01)
  child.kill('SIGINT')
  const [code] = await once(child, 'exit')
  expect(code).toBe(0)
})

test.each([
  [['--fault', 'gremlins'], '✕ fault: there is no gremlins'],
  [['--only', 'source,oven'], '✕ only: there is no oven'],
  [['--speed', 'fast'], '✕ speed: “fast” is no number'],
])('%j is refused in words', async (args, words) => {
  const { child, output } = start(...args)
  const [code] = await once(child, 'close')
  expect(code).toBe(1)
  expect(output()).toContain(words)
})
