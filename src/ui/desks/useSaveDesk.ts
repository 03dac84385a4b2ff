'use client'
import { useRef, useState } from 'react'
import type { Desk } from '@/schema/desks'
import { refusalWords, send } from '../api'

/** What became of saving. */
export type SaveState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'saved'; readonly at: string; readonly by: string }
  | { readonly kind: 'refused'; readonly words: string }

type Saved = { readonly savedAt: string; readonly savedBy: string }

/** Saves a desk's set-up with its instrument. Sent again after a lost answer it is stored once. */
export function useSaveDesk(instrumentId: string, desk: Desk) {
  const [state, setState] = useState<SaveState>({ kind: 'idle' })
  const pending = useRef<{ id: string; setUp: string } | null>(null)

  const save = async (setUp: unknown): Promise<boolean> => {
    setState({ kind: 'saving' })
    const text = JSON.stringify(setUp)
    const id = pending.current?.setUp === text ? pending.current.id : crypto.randomUUID()
    pending.current = { id, setUp: text }
    const answer = await send<Saved>(`/api/v1/instruments/${instrumentId}/desks`, { id, desk, setUp })
    const words = refusalWords(answer)
    if (answer.kind !== 'unreachable') pending.current = null
    setState(
      answer.kind === 'done'
        ? { kind: 'saved', at: answer.value.savedAt, by: answer.value.savedBy }
        : { kind: 'refused', words: words ?? '' },
    )
    return answer.kind === 'done'
  }
  return { state, save, touch: () => setState({ kind: 'idle' }) }
}
