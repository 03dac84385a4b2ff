import { EventEmitter } from 'node:events'
import { describe, expect, test } from 'vitest'
import { StepFailure } from './steps'
import { type Supervised, supervise } from './supervise'

/** A server that ends by itself when it is told to, and counts how often it was started. */
function servers() {
  const started: (Supervised & { readonly end: (signal: string) => void; isStopped: boolean })[] = []
  const start = () => {
    const events = Object.assign(new EventEmitter(), { exitCode: null, signalCode: null as string | null })
    const server = {
      process: events as unknown as Supervised['process'], // what of a process it looks at
      isStopped: false,
      stop: () => {
        server.isStopped = true
        return Promise.resolve()
      },
      end: (signal: string) => {
        events.signalCode = signal
        events.emit('exit')
      },
    }
    started.push(server)
    return Promise.resolve(server)
  }
  return { started, start }
}

describe('a server that ends by itself', () => {
  test('is started again, and stopped when asked', async () => {
    const { started, start } = servers()
    const stop = new AbortController()
    const over = supervise(start, { stop: stop.signal })
    await expect.poll(() => started.length).toBe(1)
    started[0]?.end('SIGKILL')
    await expect.poll(() => started.length).toBe(2)
    stop.abort()
    await over
    expect(started.map(({ isStopped }) => isStopped)).toEqual([false, true])
  })
  test.each([
    [12_000, true],
    [16_000, false],
  ])('five ends, %d ms apart: given up is %s', async (apart, isGivenUp) => {
    const { started, start } = servers()
    const stop = new AbortController()
    let clock = 0
    const over = supervise(start, { stop: stop.signal, now: () => clock })
    const failed = over.then(
      () => null,
      (error: unknown) => error,
    )
    for (let end = 1; end <= 5; end++) {
      await expect.poll(() => started.length).toBe(end)
      clock += apart
      started.at(-1)?.end('SIGSEGV')
    }
    if (isGivenUp) {
      expect(await failed).toBeInstanceOf(StepFailure)
      expect(String(await failed)).toContain('SIGSEGV')
      return
    }
    await expect.poll(() => started.length).toBe(6)
    stop.abort()
    expect(await failed).toBeNull()
  })
  test('a first start that fails is told as it is, and not tried again', async () => {
    const failure = new StepFailure('server', 'the port is taken', 'Choose another.')
    await expect(supervise(() => Promise.reject(failure), { stop: new AbortController().signal })).rejects.toBe(failure)
  })
})
