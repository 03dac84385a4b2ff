import { once } from 'node:events'

/** Somebody asked the start to end before it was done. */
export class Stopped extends Error {
  constructor() {
    super('asked to stop')
    this.name = 'Stopped'
  }
}

/**
 * Aborts once this process is asked to end: Ctrl-C, a signal, a closed terminal, or the process that started it gone.
 * Registered first of all: what runs meanwhile is ended in order, whatever step it is.
 */
export function stopSignal(): AbortSignal {
  const asked = new AbortController()
  const stop = () => asked.abort(new Stopped())
  for (const name of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(name, stop)
  if (process.send) {
    process.on('disconnect', stop)
    // Gone while this process was still coming up.
    if (!process.connected) stop()
  }
  return asked.signal
}

/** Lets go of the process that started this one: its channel would keep this one from ending. */
export function letGo(): void {
  if (process.connected) process.disconnect()
}

/**
 * Waits for work or for the stop, whichever comes first.
 *
 * @throws {Stopped} where the stop came first; the work is left to fail by what is stopped under it
 */
export async function orStopped<T>(signal: AbortSignal, work: Promise<T>): Promise<T> {
  signal.throwIfAborted()
  work.catch(() => {}) // what fails after the stop is nobody's news
  return Promise.race([work, once(signal, 'abort').then(() => Promise.reject(new Stopped()))])
}
