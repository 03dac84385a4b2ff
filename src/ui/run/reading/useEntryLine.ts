import { type KeyboardEvent, type RefObject, useEffect, useMemo, useRef, useState } from 'react'
import type { CoarseReading } from '@/core/run/judge/coarseReading'
import type { RoundScatter } from '@/core/run/judge/roundScatter'
import { movedBeyond } from '@/core/run/judge/stability'
import type { RunStep } from '@/schema/recordedRun'
import type { World } from '@/schema/world'
import { isTyping } from '../../shell/isTyping'
import { useSending } from '../../useSending'
import { useDraft } from '../runDrafts'
import {
  EMPTY_BOXES,
  fieldsOf,
  type ReadingBoxes,
  type ReadingField,
  type Typed,
  type TypedFigures,
  typedReading,
} from './typedReading'
import { useDwell } from './useDwell'

/** A point to be read, and what becomes of what is typed for it. */
export type EntryPoint = {
  readonly world: World
  readonly step: RunStep
  /** What the instrument did in this round so far. */
  readonly scatter: RoundScatter
  /** Stores a reading; answers null when it is stored, or why it is not. */
  readonly accept: (reading: { id: string; heldSeconds: number | null } & TypedFigures) => Promise<string | null>
  /** Notes that the point was gone past; answers null when that is stored. */
  readonly noteOvershoot: (noted: { id: string; applied: string }) => Promise<string | null>
  /** Tells the picture what is typed. */
  readonly onTyped: (typed: Typed) => void
  readonly correctLast: () => void
}

/** The state of the entry line: its boxes, what is said of them, and what a key does in them. */
export function useEntryLine(point: EntryPoint) {
  const { world, step, scatter, onTyped } = point
  const [boxes, setBoxes] = useDraft<ReadingBoxes>(`reading ${step.id}`, EMPTY_BOXES)
  const fields = fieldsOf(world)
  const inputs = useInputs()
  const dwell = useDwell(world.dwellSeconds, step.id)
  useFocusForFigures(inputs.applied)
  // Figures typed while a reading is on its way belong to the next point: a lost first digit would be a wrong reading.
  const typedAhead = useRef<string | null>(null)
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was typed for one point must never go to another
  useEffect(() => {
    if (typedAhead.current) setBoxes({ ...EMPTY_BOXES, applied: typedAhead.current })
    typedAhead.current = null
    inputs.applied.current?.focus()
  }, [step.id])
  const typed = useMemo(() => typedReading(step, boxes, world, scatter), [step, boxes, world, scatter])
  // After the boxes have been drawn: the picture follows the figures, which never wait for it.
  useEffect(() => onTyped(typed), [typed, onTyped])
  const sender = useSender(point, { dwell, typedAhead, setBoxes })
  const change = (next: ReadingBoxes) => {
    setBoxes(next)
    sender.forget()
  }
  const noteGonePast = async () => {
    const isNumber = typed.kind !== 'refused' || typed.field !== 'applied'
    const refusal = await sender.sendOvershoot(isNumber ? boxes.applied : '')
    change(EMPTY_BOXES)
    sender.say(refusal)
    inputs.applied.current?.focus()
  }
  /** Puts the digits that are shown in the place of those typed. */
  const takePadded = () => {
    const padded = Object.fromEntries(sender.question.map(({ field, padded: text }) => [field, text]))
    change({ ...boxes, ...padded })
    inputs.output.current?.focus()
  }
  /** Accepts the reading, or leads on to the next box. */
  const enter = (field: ReadingField) => {
    if (typed.kind === 'judged') sender.send(typed)
    else if (typed.kind === 'refused') sender.say(typed.words)
    else {
      if (field === 'applied') dwell.start()
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
    change({ ...boxes, applied: target.replace('−', '-') })
    dwell.start()
    inputs[fields[1] ?? 'output'].current?.focus()
  }
  return {
    ...{ boxes, change, inputs, fields, dwell, typed, typedAhead, enter, back, takeTarget, takePadded, noteGonePast },
    ...{ message: sender.message, question: sender.question, isSending: sender.isSending },
  }
}
export type Entry = ReturnType<typeof useEntryLine>

type SenderParts = {
  readonly dwell: ReturnType<typeof useDwell>
  readonly typedAhead: RefObject<string | null>
  readonly setBoxes: (boxes: ReadingBoxes) => void
}

/** Sends a reading or a point gone past, and keeps what was asked or answered. */
function useSender({ world, step, accept, noteOvershoot }: EntryPoint, { dwell, typedAhead, setBoxes }: SenderParts) {
  const [message, setMessage] = useState<string | null>(null)
  const [question, setQuestion] = useState<readonly CoarseReading[]>([])
  const [isSending, setSending] = useState(false)
  const isMeant = useRef(false)
  const sending = useSending()
  const sendingOvershoot = useSending()
  // The output as it stood when it was first to be accepted: it must not move much while the point is held.
  const steady = useRef<number | null>(null)
  // biome-ignore lint/correctness/useExhaustiveDependencies: another point stands still anew
  useEffect(() => {
    steady.current = null
  }, [step.id])

  const send = async (reading: Extract<Typed, { kind: 'judged' }>) => {
    // Asked once: the same figures accepted again are meant as they stand.
    if (reading.coarse.length > 0 && !isMeant.current) {
      isMeant.current = true
      return setQuestion(reading.coarse)
    }
    const outputNow = reading.point.output
    const moved = movedBeyond(steady.current, outputNow, world)
    steady.current = outputNow
    if (moved !== null) {
      dwell.restart()
      return setMessage(`${moved}: held anew, let it settle.`)
    }
    if (!dwell.mayTake()) return setMessage(dwell.words())
    typedAhead.current = ''
    setSending(true)
    setQuestion([]) // answered: it must not seem to be asked still while the reading is on its way
    const { kind: _, point: __, notice: ___, coarse: ____, ...figures } = reading
    const heldSeconds = dwell.heldSeconds()
    const refusal = await sending({ of: step.id, ...figures }, (id) => accept({ id, heldSeconds, ...figures }))
    setSending(false)
    setMessage(refusal)
    isMeant.current = false
    if (refusal === null) setBoxes(EMPTY_BOXES)
    if (refusal) typedAhead.current = null // stored, the next point takes what was typed ahead; refused, there is none
  }
  return {
    ...{ message, question, isSending, send },
    say: setMessage,
    sendOvershoot: (applied: string) =>
      sendingOvershoot({ of: step.id, applied }, (id) => noteOvershoot({ id, applied })),
    forget: () => {
      setMessage(null)
      setQuestion([])
      isMeant.current = false
    },
  }
}

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
      return field === 'applied' ? () => entry.takeTarget(target) : undefined
    case 'Backspace':
      return entry.boxes[field] === '' ? () => entry.back(field) : undefined
    case 'o':
      return entry.noteGonePast
    case '+':
      return entry.question.length > 0 ? entry.takePadded : undefined
    default:
      return undefined
  }
}

function useInputs() {
  const applied = useRef<HTMLInputElement>(null)
  const pv = useRef<HTMLInputElement>(null)
  const ao = useRef<HTMLInputElement>(null)
  const display = useRef<HTMLInputElement>(null)
  const output = useRef<HTMLInputElement>(null)
  return { applied, pv, ao, display, output }
}

/** Where Enter leads from a box: back to an empty first one, else on to the next one that is empty. */
function nextField(field: ReadingField, boxes: ReadingBoxes, fields: readonly ReadingField[]): ReadingField {
  if (boxes.applied === '') return 'applied'
  const after = fields.slice(fields.indexOf(field) + 1)
  return (
    after.find((candidate) => boxes[candidate] === '') ?? fields.find((candidate) => boxes[candidate] === '') ?? field
  )
}

/** A text after one more key; only what belongs to a number is taken. */
function withKey(text: string, key: string): string {
  if (key === 'Backspace') return text.slice(0, -1)
  return /^[\d.,+−-]$/.test(key) ? text + key : text
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
