import type { RefusedField } from '@/schema/answer'

/** What became of something sent to the server. `unreachable`: nobody knows whether it arrived, so send it again. */
export type Answer<T> =
  | { kind: 'done'; value: T }
  | { kind: 'refused'; status: number; refusals: RefusedField[] }
  | { kind: 'unreachable' }

const PATIENCE_MS = 15_000

/** Sends JSON to one of our routes and gives back what happened, never an exception. */
export async function send<T>(path: string, body: unknown, patienceMs = PATIENCE_MS): Promise<Answer<T>> {
  try {
    const response = await fetch(path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(patienceMs),
    })
    const answer: unknown = await response.json()
    if (response.ok) return { kind: 'done', value: answer as T } // our own route, typed where it is called
    const refusals = refusalsOf(answer)
    countRefusal()
    return refusals ? { kind: 'refused', status: response.status, refusals } : { kind: 'unreachable' }
  } catch {
    countRefusal()
    return { kind: 'unreachable' }
  }
}

let refused = 0
const listeners = new Set<() => void>()

function countRefusal(): void {
  refused++
  for (const tell of listeners) tell()
}

/** How often something that was sent was not taken, on this page. */
export const refusalCount = (): number => refused

/** Tells of every further one. */
export function whenRefused(tell: () => void): () => void {
  listeners.add(tell)
  return () => listeners.delete(tell)
}

/** The refusals of an answer of ours, as `RefusedAnswer` has it; null for anything else, such as a proxy's own page. */
function refusalsOf(answer: unknown): RefusedField[] | null {
  // By hand: the run loads no schema library for this one shape.
  const { refusals } = (answer ?? {}) as { refusals?: unknown }
  if (!Array.isArray(refusals) || refusals.length === 0) return null
  return refusals.every(isRefusal) ? refusals : null
}

const isRefusal = (one: unknown): one is RefusedField =>
  typeof one === 'object' &&
  one !== null &&
  ['field', 'reason', 'remedy'].every((name) => typeof (one as Record<string, unknown>)[name] === 'string')

/** A refusal as one sentence. */
export const inWords = ({ reason, remedy }: RefusedField): string =>
  remedy ? `${capital(reason)}. ${capital(remedy)}.` : `${capital(reason)}.`

/** All refusals of an answer as sentences; null where it was taken. */
export function refusalWords(answer: Answer<unknown>): string | null {
  if (answer.kind === 'done') return null
  if (answer.kind === 'unreachable')
    return 'Cannot reach the server, so nothing is confirmed. Try again: nothing is stored twice.'
  return answer.refusals.map(inWords).join(' ')
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
