import type { KeyboardEvent } from 'react'
import type { ReadingField } from '@/schema/readings/readingQuantities'
import { withKey } from './entryText'
import type { Entry } from './useEntryLine'

/** What a key does in a box of the entry line. */
export function entryKey(entry: Entry, field: ReadingField, target: string) {
  return (event: KeyboardEvent<HTMLInputElement>) => {
    const { boxes, typedAhead } = entry
    const act = typedAhead.current === null ? actOfKey(event.key, { entry, field, target }) : undefined
    if (typedAhead.current !== null) typedAhead.current = withKey(typedAhead.current, event.key)
    else if (event.key === 'Escape') entry.change({ ...boxes, [field]: '' })
    else if (act) act()
    else return
    event.preventDefault()
  }
}

type Pressed = { readonly entry: Entry; readonly field: ReadingField; readonly target: string }

/** What belongs to a key; nothing where it is a character of the figure. */
function actOfKey(key: string, { entry, field, target }: Pressed): (() => void) | undefined {
  switch (key) {
    case 'Enter':
      return () => entry.enter(field)
    case '=':
      return field === entry.fields[0] ? () => entry.takeTarget(target) : undefined
    case 'Backspace':
      return entry.boxes[field] === '' ? () => entry.back(field) : undefined
    case 'o':
      return entry.noteGonePast
    case '+':
      return entry.question.some(({ padded }) => padded !== null) ? entry.takePadded : undefined
    default:
      return undefined
  }
}
