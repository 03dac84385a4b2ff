import { useCallback, useEffect, useRef, useState } from 'react'
import type { LinkAct, LinkAnswer, LinkShown, LiveEvent, NewLink } from '@/schema/links'
import { type Answer, refusalWords, send } from '../../../kit/api'

/** A trim waits for the damping of its instrument at each step. */
const TRIM_PATIENCE_MS = 200_000
/** So often an order whose answer was lost is sent again, so far apart. */
const MOST_AGAIN = 3
const AGAIN_MS = 700

/** So much of the past is kept for the picture, s. */
export const TRACE_SECONDS = 60

export type TracePoint = { readonly seconds: number; readonly value: number }

/** The devices of a run: how they stand, what can be ordered of them, and what came of it. */
export type Link = {
  readonly shown: LinkShown | null
  /** Whether devices are linked, shown already or not. */
  readonly isFollowed: boolean
  readonly trace: readonly TracePoint[]
  /** What was last answered to an order, and whether it was done. */
  readonly said: (LinkAnswer & { readonly of: LinkAct['kind'] }) | null
  readonly order: (act: LinkAct) => Promise<LinkAnswer>
  readonly begin: (link: NewLink) => Promise<string | null>
}

type Settings = {
  /** Whether devices are linked, as far as the last look at the run tells. */
  readonly isLinked: boolean
  readonly reload: () => Promise<void>
  /** The mark of the run as the page was loaded. */
  readonly mark: string
}

/** Follows the devices of a run, by server-sent events for as long as some are linked to it. */
export function useLink(runId: string, { isLinked, reload, mark }: Settings): Link {
  const [shown, setShown] = useState<LinkShown | null>(null)
  const [trace, setTrace] = useState<readonly TracePoint[]>([])
  const [said, setSaid] = useState<Link['said']>(null)
  const [hasBegun, setBegun] = useState(false)
  const isFollowed = isLinked || hasBegun
  const latest = useRef({ reload, mark })
  latest.current.reload = reload

  useEffect(() => {
    if (!isFollowed) return
    const source = new EventSource(`/api/v1/runs/${runId}/live`)
    source.onmessage = ({ data }) => {
      const event = JSON.parse(data) as LiveEvent // our own route
      setShown(event.shown)
      if (event.shown?.applied != null) {
        const point = { seconds: Date.parse(event.shown.at) / 1000, value: event.shown.applied }
        setTrace((before) => [...before.filter(({ seconds }) => seconds > point.seconds - TRACE_SECONDS), point])
      }
      if (event.mark !== latest.current.mark) {
        latest.current.mark = event.mark
        void latest.current.reload()
      }
    }
    return () => {
      source.close()
      setShown(null)
      setTrace([])
    }
  }, [isFollowed, runId])

  const order = useCallback(
    async (act: LinkAct): Promise<LinkAnswer> => {
      const answer = await settledOrder(`/api/v1/runs/${runId}/links`, act)
      const toGo = act.kind === 'vent' && answer.kind === 'unreachable' ? ' Go to the source, and vent it there.' : ''
      const told =
        answer.kind === 'done' ? answer.value : { isDone: false, words: `${refusalWords(answer) ?? ''}${toGo}` }
      setSaid({ ...told, of: act.kind })
      if (act.kind === 'end' && told.isDone) setBegun(false)
      return told
    },
    [runId],
  )
  const begin = useCallback(
    async (link: NewLink): Promise<string | null> => {
      const refusal = refusalWords(await send(`/api/v1/runs/${runId}/links`, link))
      if (refusal === null) setBegun(true)
      setSaid(null)
      return refusal
    },
    [runId],
  )
  return { shown, isFollowed, trace, said, order, begin }
}

/**
 * Sends an order until it is answered: by its id the server knows it again, so that one whose answer was lost is settled and not
 * told as failed, nor done twice.
 */
async function settledOrder(path: string, act: LinkAct): Promise<Answer<LinkAnswer>> {
  const id = crypto.randomUUID()
  const sent = () =>
    // A vent is everybody's, and needs nothing but an id.
    act.kind === 'vent'
      ? send<LinkAnswer>(`${path}/vent`, { id })
      : send<LinkAnswer>(`${path}/orders`, { id, act }, act.kind === 'trim' ? TRIM_PATIENCE_MS : undefined)
  let answer = await sent()
  for (let again = 0; again < MOST_AGAIN && answer.kind === 'unreachable'; again++) {
    await new Promise((done) => setTimeout(done, AGAIN_MS))
    answer = await sent()
  }
  return answer
}
