import type { LinkAct, LinkAnswer } from '@/schema/links'
import { type Answer, refusalWords, send } from '../../../kit/api'

/** A trim waits for the damping of its instrument at each step; a vent that nobody answers is told soon. */
const TRIM_PATIENCE_MS = 200_000
const VENT_PATIENCE_MS = 8000
/** So often an order whose answer was lost is sent again, so far apart. */
const MOST_AGAIN = 3
const AGAIN_MS = 700

/**
 * Sends an order until it is answered: by its id the server knows it again, so that one whose answer was lost is settled and not
 * told as failed, nor done twice. A vent is told at once: whoever wanted it must know that nobody knows.
 */
export async function settledOrder(runId: string, act: LinkAct): Promise<LinkAnswer> {
  const id = crypto.randomUUID()
  const path = `/api/v1/runs/${runId}/links`
  if (act.kind === 'vent') return ventAnswer(await send<LinkAnswer>(`${path}/vent`, { id }, VENT_PATIENCE_MS))
  const sent = () => send<LinkAnswer>(`${path}/orders`, { id, act }, act.kind === 'trim' ? TRIM_PATIENCE_MS : undefined)
  let answer = await sent()
  for (let again = 0; again < MOST_AGAIN && answer.kind === 'unreachable'; again++) {
    await new Promise((done) => setTimeout(done, AGAIN_MS))
    answer = await sent()
  }
  return told(answer)
}

const told = (answer: Answer<LinkAnswer>): LinkAnswer =>
  answer.kind === 'done' ? answer.value : { isDone: false, words: refusalWords(answer) ?? '' }

const ventAnswer = (answer: Answer<LinkAnswer>): LinkAnswer =>
  answer.kind === 'unreachable'
    ? { isDone: false, words: `${refusalWords(answer)} Go to the source, and vent it there.` }
    : told(answer)
