import { useCallback, useEffect, useRef, useState } from 'react'
import type { LinkAct, LinkAnswer, LinkShown, LiveEvent, NewLink } from '@/schema/links'
import { refusalWords, send } from '../../../kit/api'
import { settledOrder } from './settledOrder'

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
      const told = await settledOrder(runId, act)
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
