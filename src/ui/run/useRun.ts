'use client'
import { useCallback, useMemo, useRef, useState } from 'react'
import { runState } from '@/core/run/runState'
import { withReading } from '@/plans/runProgress'
import type { AcceptedReading, RunView } from '@/schema/runView'
import { type Answer, refusalWords, send } from '../../kit/api'

/** The run as the server last told it, its state by the core, and one way to write to it. */
export function useRun(initial: RunView) {
  const [run, setRun] = useState(initial)
  const state = useMemo(() => runState(run), [run])

  /** How often the run has been taken over so far: a look at it that began before the last time is out of date. */
  const taken = useRef(0)

  const reload = useCallback(async () => {
    for (let isCurrent = false; !isCurrent; ) {
      const before = taken.current
      const response = await fetch(`/api/v1/runs/${run.id}`).catch(() => null)
      if (!response?.ok) return // unreachable: keep what is shown
      const seen = (await response.json()) as RunView // our own route
      // Something was recorded while it was on its way, and must not vanish from the screen: look again.
      isCurrent = taken.current === before
      if (!isCurrent) continue
      taken.current += 1
      setRun(seen)
    }
  }, [run.id])

  /** Sends to a route of this run and takes over what it answers with; null, or why it was refused. */
  const write = useCallback(
    async (route: string, body: unknown): Promise<string | null> => {
      const before = taken.current
      const answer: Answer<RunView | AcceptedReading> = await send(`/api/v1/runs/${run.id}/${route}`, body)
      if (answer.kind === 'done') {
        const { value } = answer
        taken.current += 1
        setRun((shown) => ('rounds' in value ? value : 'reading' in value ? withReading(shown, value) : shown))
      }
      // Somebody else was there first: show what they recorded beside the refusal.
      if (answer.kind === 'refused' && answer.status === 409) await reload()
      // The run was looked at while this was on its way, so that the answer may be the older of the two. Nobody waits.
      if (answer.kind === 'done' && taken.current !== before + 1) reload()
      return refusalWords(answer)
    },
    [run.id, reload],
  )
  return { run, state, write, reload }
}
