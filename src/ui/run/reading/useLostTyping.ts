import { type RefObject, useEffect, useRef, useState } from 'react'
import type { ReadingBoxes } from '../../../plans/typedReading'

type Present = {
  readonly stepId: string
  readonly boxes: ReadingBoxes
  /** Not null while this person's own reading is on its way: what stood in the boxes was sent, not lost. */
  readonly isOwn: RefObject<string | null>
}
type Lost = { readonly stepId: string; readonly boxes: ReadingBoxes }

/** Figures that stood in the boxes when somebody else stored their point: kept until they are taken or forgotten. */
export function useLostTyping({ stepId, boxes, isOwn }: Present) {
  const [found, setFound] = useState<Lost | null>(null)
  const last = useRef<Lost>({ stepId, boxes })
  const wasOwn = useRef(false)
  if (isOwn.current !== null) wasOwn.current = true
  useEffect(() => {
    const before = last.current
    const isOther = before.stepId !== stepId
    if (isOther && !wasOwn.current && Object.values(before.boxes).some((text) => text !== '')) setFound(before)
    if (isOther) wasOwn.current = false
    last.current = { stepId, boxes }
  }, [stepId, boxes])
  return {
    found,
    forget: () => setFound(null),
    /** What was sent and refused: lost too where its point was stored elsewhere meanwhile. */
    refused: (of: string, sent: ReadingBoxes) => {
      if (last.current.stepId !== of) setFound({ stepId: of, boxes: sent })
    },
  }
}
