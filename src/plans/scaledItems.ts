import type { LoopSetUp } from '../schema/loopCard'
import type { ScaledItem } from './rangePlanShape'

/** Items of a loop that somebody said have to be seen to when the range changes. */
export const scaledItems = (loop: LoopSetUp | null): ScaledItem[] =>
  (loop?.items ?? []).flatMap(({ name, kind, onChange }) =>
    onChange.trim() === '' ? [] : [{ name: name === '' ? kind : name, words: onChange }],
  )
