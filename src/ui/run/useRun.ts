'use client'
import { useCallback, useMemo, useState } from 'react'
import { runState } from '@/core/run/runState'
import { type AcceptedReading, type RunView, withReading } from '@/schema/runView'
import { type Answer, refusalWords, send } from '../api'

/** The run as the server last told it, its state by the core, and one way to write to it. */
export function useRun(initial: RunView) {
  const [run, setRun] = useState(initial)
  const state = useMemo(() => runState(run), [run])

  const reload = useCallback(async () => {
    const response = await fetch(`/api/v1/runs/${run.id}`).catch(() => null) // unreachable: keep what is shown
    if (response?.ok) setRun((await response.json()) as RunView) // our own route
  }, [run.id])

  /** Sends to a route of this run and takes over what it answers with; null, or why it was refused. */
  const write = useCallback(
    async (route: string, body: unknown): Promise<string | null> => {
      const answer: Answer<RunView | AcceptedReading> = await send(`/api/v1/runs/${run.id}/${route}`, body)
      if (answer.kind === 'done') {
        const { value } = answer
        setRun((before) => ('rounds' in value ? value : 'reading' in value ? withReading(before, value) : before))
      }
      // Somebody else was there first: show what they recorded beside the refusal.
      if (answer.kind === 'refused' && answer.status === 409) await reload()
      return refusalWords(answer)
    },
    [run.id, reload],
  )
  return { run, state, write, reload }
}
