import { createRef, type RefObject, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { askedAt, READING_FIELDS, type ReadingField } from '@/schema/readings/readingQuantities'
import { LINKED_FIELDS } from '@/schema/recordedRun'
import { EMPTY_BOXES, type ReadingBoxes, typedReading } from '../../../plans/typedReading'
import { isTyping } from '../../shell/isTyping'
import type { LinkedBoxes } from '../link/linkedBoxes'
import { useDraft } from '../runDrafts'
import { boxesAhead, nextField } from './entryText'
import { useDwell } from './useDwell'
import { useLostTyping } from './useLostTyping'
import { type EntryPoint, useSender } from './useSender'

/** The state of the entry line: its boxes, what is said of them, and what a key does in them. */
export function useEntryLine(point: EntryPoint) {
  const { world, step, scatter, isFarBefore, onTyped, linked } = point
  const [drafted, setBoxes] = useDraft<ReadingBoxes>(`reading ${step.id}`, EMPTY_BOXES)
  // A draft from an earlier version may lack a box that there is now.
  const boxes = useMemo(() => ({ ...EMPTY_BOXES, ...drafted }), [drafted])
  const fields = askedAt(world, step.percent)
  const inputs = useInputs()
  const dwell = useDwell(world.dwellSeconds, step.id)
  const first = inputs[fields[0] ?? 'applied']
  useFocusForFigures(first)
  // Figures typed while a reading is on its way belong to the next point: a lost first digit would be a wrong reading.
  const typedAhead = useRef<string | null>(null)
  // What comes after a reading that was accepted ahead; null where none was.
  const acceptAhead = useRef<string | null>(null)
  const lost = useLostTyping({ stepId: step.id, boxes, isOwn: typedAhead })
  // Before anything is drawn: a key pressed as soon as the next point is seen goes into its first box.
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was typed for one point must never go to another
  useLayoutEffect(() => {
    const ahead = boxesAhead(typedAhead.current ?? '', fields)
    if (typedAhead.current) setBoxes({ ...EMPTY_BOXES, ...ahead.boxes })
    acceptAhead.current = ahead.afterIt
    typedAhead.current = null
    inputs[ahead.field].current?.focus()
  }, [step.id])
  const typed = useMemo(
    () => typedReading(step, boxes, world, { scatter, isFarBefore }),
    [step, boxes, world, scatter, isFarBefore],
  )
  // What is typed goes before what a device shows; a box that is empty has the device's figure.
  const withLinked = useMemo(
    () =>
      typed.kind === 'incomplete' && linked
        ? linkedReading(step, { boxes, linked, world, scatter, isFarBefore })
        : null,
    [typed, linked, step, boxes, world, scatter, isFarBefore],
  )
  // After the boxes have been drawn: the picture follows the figures, which never wait for it.
  useEffect(() => onTyped(typed), [typed, onTyped])
  const sender = useSender(point, { dwell, typedAhead, setBoxes, refused: lost.refused })
  // biome-ignore lint/correctness/useExhaustiveDependencies: accepted once it stands in its boxes, and only then
  useEffect(() => {
    if (acceptAhead.current === null || typed.kind === 'incomplete') return
    const after = acceptAhead.current
    acceptAhead.current = null
    if (typed.kind === 'judged') sender.send(typed, after)
  }, [typed])
  const change = (next: ReadingBoxes) => {
    setBoxes(next)
    sender.forget()
  }
  const noteGonePast = async () => {
    const isNumber = typed.kind !== 'refused' || typed.field !== 'applied'
    const refusal = await sender.sendOvershoot(isNumber ? boxes.applied : '')
    change(EMPTY_BOXES)
    sender.say(refusal)
    first.current?.focus()
  }
  /** Puts the digits that are shown in the place of those typed. */
  const takePadded = () => {
    const padded = Object.fromEntries(
      sender.question.flatMap(({ field, padded: text }) => (text === null ? [] : [[field, text] as const])),
    )
    change({ ...boxes, ...padded })
    inputs[fields.at(-1) ?? 'output'].current?.focus()
  }
  /** Accepts the reading, or leads on to the next box. */
  const enter = (field: ReadingField) => {
    if (typed.kind === 'judged') sender.send(typed)
    else if (withLinked) sender.send(withLinked)
    else if (typed.kind === 'refused') sender.say(typed.words)
    else {
      if (field === fields[0]) dwell.start()
      inputs[nextField(field, boxes, fields)].current?.focus()
    }
  }
  const back = (field: ReadingField) => {
    const before = fields[fields.indexOf(field) - 1]
    if (before) inputs[before].current?.focus()
    else point.correctLast()
  }
  /** The point right on its target, without typing it. */
  const takeTarget = (target: string) => {
    change({ ...boxes, [fields[0] ?? 'applied']: target.replace('−', '-') })
    dwell.start()
    inputs[fields[1] ?? 'output'].current?.focus()
  }
  /** Puts figures that were typed for another point into this one, on purpose. */
  const takeLost = () => {
    if (lost.found) change(lost.found.boxes)
    lost.forget()
    first.current?.focus()
  }
  return {
    lost: lost.found && { ...lost.found, take: takeLost, forget: lost.forget },
    ...{
      boxes,
      change,
      inputs,
      fields,
      dwell,
      typed,
      withLinked,
      typedAhead,
      enter,
      back,
      takeTarget,
      takePadded,
      noteGonePast,
    },
    ...{ message: sender.message, question: sender.question, isSending: sender.isSending },
  }
}

type LinkedParts = {
  readonly boxes: ReadingBoxes
  readonly linked: LinkedBoxes
  readonly world: EntryPoint['world']
  readonly scatter: EntryPoint['scatter']
  readonly isFarBefore: boolean
}

/** The reading as it would be with what devices show in the boxes that are empty; null where that is not whole. */
function linkedReading(step: EntryPoint['step'], { boxes, linked, world, scatter, isFarBefore }: LinkedParts) {
  const linkedFields = LINKED_FIELDS.filter((field) => boxes[field] === '' && linked[field] !== undefined)
  if (linkedFields.length === 0) return null
  const filled = { ...boxes, ...Object.fromEntries(linkedFields.map((field) => [field, linked[field] ?? ''])) }
  const reading = typedReading(step, filled, world, { scatter, isFarBefore })
  return reading.kind === 'judged' ? { ...reading, linkedFields } : null
}

export type Entry = ReturnType<typeof useEntryLine>

/** A handle for the box of every quantity. */
function useInputs(): Readonly<Record<ReadingField, RefObject<HTMLInputElement | null>>> {
  const [inputs] = useState(
    () =>
      Object.fromEntries(READING_FIELDS.map((field) => [field, createRef<HTMLInputElement>()])) as Record<
        ReadingField,
        RefObject<HTMLInputElement | null>
      >, // of every field
  )
  return inputs
}

/** The line has the focus from the start, and a figure typed anywhere goes into it. */
function useFocusForFigures(first: RefObject<HTMLInputElement | null>) {
  useEffect(() => {
    first.current?.focus()
    const onKey = (event: globalThis.KeyboardEvent) => {
      const isInDialog = event.target instanceof Element && event.target.closest('[role="dialog"]') !== null
      if (/^[0-9.,=-]$/.test(event.key) && !event.ctrlKey && !event.metaKey && !isTyping(event.target) && !isInDialog)
        first.current?.focus()
    }
    document.addEventListener('keydown', onKey)
    return () => document.removeEventListener('keydown', onKey)
  }, [first])
}
