'use client'
import { useState } from 'react'
import type { Desk } from '@/schema/desks'
import { refusalWords, send } from '../../kit/api'
import { useSending } from '../../kit/useSending'

/** When it was last saved, and by whom. */
type Saved = { readonly savedAt: string; readonly savedBy: string }

/** How what stands on the desk relates to what is kept with the instrument. */
export type SaveState = {
  readonly last: Saved | null
  readonly isChanged: boolean
  readonly isSaving: boolean
  readonly refused: string | null
}

type Place = {
  readonly instrumentId: string
  readonly desk: Desk
  /** As it was opened. */
  readonly saved: Saved | null
  /** What stands in the boxes now. */
  readonly boxes: unknown
  /** What stood in them when it was saved, where it is opened with something else. */
  readonly savedBoxes?: unknown
}

/** Saves a desk's set-up with its instrument. Sent again after a lost answer it is stored once. */
export function useSaveDesk({ instrumentId, desk, saved, boxes, savedBoxes = boxes }: Place) {
  const now = JSON.stringify(boxes)
  const [kept, setKept] = useState(() => ({ last: saved, boxes: JSON.stringify(savedBoxes) }))
  const [isSaving, setSaving] = useState(false)
  const [refused, setRefused] = useState<{ words: string; boxes: string } | null>(null)
  const sending = useSending()

  const save = async (setUp: unknown): Promise<boolean> => {
    setSaving(true)
    const words = await sending(setUp, async (id) => {
      const answer = await send<Saved>(`/api/v1/instruments/${instrumentId}/desks`, { id, desk, setUp })
      if (answer.kind === 'done') setKept({ last: answer.value, boxes: now })
      return refusalWords(answer)
    })
    setRefused(words === null ? null : { words, boxes: now })
    setSaving(false)
    return words === null
  }
  const state: SaveState = {
    last: kept.last,
    isChanged: kept.boxes !== now,
    isSaving,
    refused: refused?.boxes === now ? refused.words : null, // said of what was sent, not of what was typed since
  }
  return { state, save }
}
