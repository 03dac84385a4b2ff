import type { ReadingBoxes, ReadingField } from './typedReading'

/** Where Enter leads from a box: back to an empty first one, else on to the next one that is empty. */
export function nextField(field: ReadingField, boxes: ReadingBoxes, fields: readonly ReadingField[]): ReadingField {
  if (boxes.applied === '') return 'applied'
  const after = fields.slice(fields.indexOf(field) + 1)
  return (
    after.find((candidate) => boxes[candidate] === '') ?? fields.find((candidate) => boxes[candidate] === '') ?? field
  )
}

/** A text after one more key; only what belongs to a number is taken. */
export function withKey(text: string, key: string): string {
  if (key === 'Backspace') return text.slice(0, -1)
  return /^[\d.,+−-]$/.test(key) ? text + key : text
}
