import type { ReadingField } from '@/schema/readings/readingQuantities'
import type { ReadingBoxes } from '../../../plans/typedReading'

/** Where Enter leads from a box: back to an empty first one, else on to the next one that is empty. */
export function nextField(field: ReadingField, boxes: ReadingBoxes, fields: readonly ReadingField[]): ReadingField {
  const [first = 'applied'] = fields
  if (boxes[first] === '') return first
  const after = fields.slice(fields.indexOf(field) + 1)
  return (
    after.find((candidate) => boxes[candidate] === '') ?? fields.find((candidate) => boxes[candidate] === '') ?? field
  )
}

/** What Enter leaves in a text that is typed ahead: the figures before and after it stand in different boxes. */
const ENTER = '\n'

/** A text typed ahead after one more key; only what belongs to a number, and Enter, is taken. */
export function withKey(text: string, key: string): string {
  if (key === 'Backspace') return text.slice(0, -1)
  if (key === 'Enter') return text === '' ? text : text + ENTER
  return /^[\d.,+−-]$/.test(key) ? text + key : text
}

/** What was typed ahead, as the boxes of the next point. */
export type TypedAhead = {
  readonly boxes: Partial<Record<ReadingField, string>>
  /** The box that the next key belongs to. */
  readonly field: ReadingField
  /** Present where the reading was accepted ahead too, with what was typed after it. */
  readonly afterIt: string | null
}

/** Figures typed ahead stand in the boxes they were meant for: Enter led from one to the next, and accepted the last. */
export function boxesAhead(text: string, fields: readonly ReadingField[]): TypedAhead {
  const figures = text.split(ENTER)
  const own = figures.slice(0, fields.length)
  const boxes = Object.fromEntries(own.flatMap((figure, index) => (figure === '' ? [] : [[fields[index], figure]])))
  const isAccepted = figures.length > fields.length
  const field = fields[Math.min(figures.length, fields.length) - 1] ?? 'applied'
  return { boxes, field, afterIt: isAccepted ? figures.slice(fields.length).join(ENTER) : null }
}
