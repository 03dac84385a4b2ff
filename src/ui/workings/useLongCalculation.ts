'use client'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { Outcome } from '@/calc/runCalculation'
import type { FromWorker, ToWorker } from '@/workers/protocol'

export type LongState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'running'; readonly fraction: number; readonly says: string }
  | { readonly kind: 'done'; readonly outcome: Outcome }
  | { readonly kind: 'cancelled' }
  | { readonly kind: 'failed'; readonly says: string }

/** Runs a long calculation in a worker of its own, with its progress, and stops it when asked or when the page goes. */
export function useLongCalculation(name: string) {
  const [state, setState] = useState<LongState>({ kind: 'idle' })
  const worker = useRef<Worker | null>(null)
  const current = useRef(0)
  useEffect(() => () => worker.current?.terminate(), [])

  const start = useCallback(
    (input: unknown) => {
      worker.current ??= new Worker(new URL('../../workers/calculationWorker.ts', import.meta.url), { type: 'module' })
      current.current += 1
      const id = current.current
      worker.current.onmessage = ({ data }: MessageEvent<FromWorker>) => {
        if (data.id === current.current) setState(stateOf(data))
      }
      worker.current.onerror = ({ message }) => setState({ kind: 'failed', says: message })
      worker.current.postMessage({ kind: 'start', id, name, input } satisfies ToWorker)
      setState({ kind: 'running', fraction: 0, says: 'starting' })
    },
    [name],
  )
  const cancel = useCallback(() => {
    worker.current?.postMessage({ kind: 'cancel', id: current.current } satisfies ToWorker)
  }, [])
  return { state, start, cancel }
}

function stateOf(message: FromWorker): LongState {
  switch (message.kind) {
    case 'progress':
      return { kind: 'running', fraction: message.fraction, says: message.says }
    case 'done':
      return { kind: 'done', outcome: message.outcome }
    case 'cancelled':
      return { kind: 'cancelled' }
    case 'failed':
      return { kind: 'failed', says: message.says }
    default:
      return message satisfies never
  }
}
