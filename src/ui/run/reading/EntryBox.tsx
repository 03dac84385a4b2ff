'use client'
import type { KeyboardEvent, RefObject } from 'react'
import type { ReadingField } from '@/schema/readings/readingQuantities'
import type { ReadingBoxes, Typed } from '../../../plans/typedReading'

type BoxProps = {
  field: ReadingField
  label: string
  boxes: ReadingBoxes
  typed: Typed
  isSending: boolean
  /** What a device shows, as long as nothing is typed. */
  linked?: string | undefined
  inputRef: RefObject<HTMLInputElement | null>
  change: (next: ReadingBoxes) => void
  onKeyDown: (event: KeyboardEvent<HTMLInputElement>) => void
}

/** Where the entry line says what is to be said of its boxes. */
export const ENTRY_SAYS = 'entry-says'

/** One box of the entry line: plain, as it is drawn at every keystroke and the figures must never wait. */
export function EntryBox({ field, label, boxes, typed, isSending, linked, inputRef, change, onKeyDown }: BoxProps) {
  const isRefused = typed.kind === 'refused' && typed.field === field
  return (
    <label className={isRefused ? 'entry-box is-refused' : 'entry-box'}>
      <span>
        {label}
        {linked !== undefined && <span className="visually-hidden">, as its device shows it</span>}
      </span>
      <input
        ref={inputRef}
        className="num"
        inputMode="decimal"
        autoComplete="off"
        spellCheck={false}
        value={boxes[field]}
        {...(linked !== undefined && { placeholder: linked })}
        readOnly={isSending}
        aria-invalid={isRefused}
        aria-describedby={ENTRY_SAYS}
        onChange={(event) => change({ ...boxes, [field]: event.target.value })}
        onKeyDown={onKeyDown}
      />
    </label>
  )
}
