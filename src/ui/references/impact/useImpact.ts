import { useEffect, useState } from 'react'
import type { ImpactAsk, ImpactLine, ImpactSummary } from '@/schema/impact'
import { RefusedStream, streamed } from '../../../kit/streamed'

/** How far it is, what came out, or why nothing did. */
export type ImpactState =
  | { readonly kind: 'waiting' }
  | { readonly kind: 'working'; readonly done: number; readonly of: number }
  | { readonly kind: 'done'; readonly summary: ImpactSummary }
  | { readonly kind: 'failed'; readonly words: string }

/** Typing goes on: asked once the hand rests. */
const REST_MS = 350

/** Judges again whatever is asked; what was asked before is given up on, and its answer stays until the next one comes. */
export function useImpact(referenceId: string, ask: ImpactAsk | null) {
  const [state, setState] = useState<ImpactState>({ kind: 'waiting' })
  const [shown, setShown] = useState<ImpactSummary | null>(null)
  const [turn, setTurn] = useState(0)
  const text = ask && JSON.stringify(ask)
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again where a finding or a follow-up was made
  useEffect(() => {
    if (text === null) return
    const control = new AbortController()
    const rest = setTimeout(() => follow(referenceId, text, control.signal, setState), REST_MS)
    return () => {
      clearTimeout(rest)
      control.abort()
    }
  }, [referenceId, text, turn])
  useEffect(() => {
    if (state.kind === 'done') setShown(state.summary)
  }, [state])
  return { state, shown, again: () => setTurn((before) => before + 1) }
}

async function follow(
  referenceId: string,
  text: string,
  signal: AbortSignal,
  tell: (state: ImpactState) => void,
): Promise<void> {
  tell({ kind: 'working', done: 0, of: 0 })
  try {
    for await (const line of streamed<ImpactLine>(
      `/api/v1/references/${referenceId}/impact`,
      JSON.parse(text),
      signal,
    )) {
      if (line.kind === 'progress') tell({ kind: 'working', done: line.done, of: line.of })
      else if (line.kind === 'done') tell({ kind: 'done', summary: line.summary })
      else tell({ kind: 'failed', words: line.words })
    }
  } catch (error) {
    if (signal.aborted) return
    const words =
      error instanceof RefusedStream ? error.message : 'Cannot reach the server. Change anything to ask again.'
    tell({ kind: 'failed', words })
  }
}
