'use client'
import { type KeyboardEvent, type RefObject, useEffect, useMemo, useRef, useState } from 'react'
import { formatFixed } from '@/core/format/formatNumber'
import type { CoarseReading } from '@/core/run/judge/coarseReading'
import { type DecimalsShown, stepDecimals } from '@/core/run/judge/decimalsShown'
import { judgingBasis, targetInput } from '@/core/run/judge/judgeSteps'
import { gonePast } from '@/core/run/judge/readingNotice'
import type { RoundScatter } from '@/core/run/judge/roundScatter'
import { movedBeyond } from '@/core/run/judge/stability'
import { pointName } from '@/core/run/plan/pointScale'
import { referenceOfPoint } from '@/core/run/plan/referenceOfPoint'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { RunStep } from '@/schema/recordedRun'
import type { World } from '@/schema/world'
import { Mark } from '../../parts/Mark'
import { isTyping } from '../../shell/isTyping'
import { useSending } from '../../useSending'
import { useDraft } from '../runDrafts'
import { EntryBox } from './EntryBox'
import { EntrySays } from './EntrySays'
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

type Props = {
  world: World
  step: RunStep
  /** What the instrument did in this round so far. */
  scatter: RoundScatter
  count: number
  decimals: DecimalsShown
  /** Stores a reading; answers null when it is stored, or why it is not. */
  accept: (reading: { id: string; heldSeconds: number | null } & TypedFigures) => Promise<string | null>
  /** Notes that the point was gone past; answers null when that is stored. */
  noteOvershoot: (noted: { id: string; applied: string }) => Promise<string | null>
  /** Tells the picture what is typed. */
  onTyped: (typed: Typed) => void
  correctLast: () => void
}

/** The one entry line: applied, reading, Enter. It holds the focus; what is typed is judged as it is typed. */
export function EntryLine({
  world,
  step,
  scatter,
  count,
  decimals,
  accept,
  noteOvershoot,
  onTyped,
  correctLast,
}: Props) {
  const [boxes, setBoxes] = useDraft<ReadingBoxes>(`reading ${step.id}`, EMPTY_BOXES)
  const [message, setMessage] = useState<string | null>(null)
  const [question, setQuestion] = useState<readonly CoarseReading[]>([])
  const isMeant = useRef(false)
  const [isSending, setSending] = useState(false)
  const sending = useSending()
  const sendingOvershoot = useSending()
  const applied = useRef<HTMLInputElement>(null)
  const pv = useRef<HTMLInputElement>(null)
  const ao = useRef<HTMLInputElement>(null)
  const display = useRef<HTMLInputElement>(null)
  const output = useRef<HTMLInputElement>(null)
  const inputs = { applied, pv, ao, display, output }
  const fields = fieldsOf(world)
  const dwell = useDwell(world.dwellSeconds, step.id)
  useFocusForFigures(applied)
  // Figures typed while a reading is on its way belong to the next point: a lost first digit would be a wrong reading.
  const typedAhead = useRef<string | null>(null)
  // The output as it stood when it was first to be accepted: it must not move much while the point is held.
  const steady = useRef<number | null>(null)
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was typed for one point must never go to another
  useEffect(() => {
    if (typedAhead.current) setBoxes({ ...EMPTY_BOXES, applied: typedAhead.current })
    typedAhead.current = null
    steady.current = null
    applied.current?.focus()
  }, [step.id])
  const typed = useMemo(() => typedReading(step, boxes, world, scatter), [step, boxes, world, scatter])
  // After the boxes have been drawn: the picture follows the figures, which never wait for it.
  useEffect(() => onTyped(typed), [typed, onTyped])
  const decimalsHere = stepDecimals(step, typed.kind === 'judged' ? typed : {}, { world, decimals })
  const target = formatFixed(targetInput(step.percent, world), decimalsHere.target)
  const past = gonePast(step, boxes.applied, world)

  const change = (next: ReadingBoxes) => {
    setBoxes(next)
    setMessage(null)
    setQuestion([])
    isMeant.current = false
  }

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

  const noteGonePast = async () => {
    const isNumber = typed.kind !== 'refused' || typed.field !== 'applied'
    const past = isNumber ? boxes.applied : ''
    const refusal = await sendingOvershoot({ of: step.id, past }, (id) => noteOvershoot({ id, applied: past }))
    change(EMPTY_BOXES)
    setMessage(refusal)
    applied.current?.focus()
  }

  /** Puts the digits that are shown in the place of those typed. */
  const takePadded = () => {
    const padded = Object.fromEntries(question.map(({ field, padded: text }) => [field, text]))
    change({ ...boxes, ...padded })
    output.current?.focus()
  }

  /** Accepts the reading, or leads on to the next box. */
  const enter = (field: ReadingField) => {
    if (typed.kind === 'judged') send(typed)
    else if (typed.kind === 'refused') setMessage(typed.words)
    else {
      if (field === 'applied') dwell.start()
      inputs[nextField(field, boxes, fields)].current?.focus()
    }
  }

  const onKeyDown = (field: ReadingField) => (event: KeyboardEvent<HTMLInputElement>) => {
    if (typedAhead.current !== null) {
      event.preventDefault()
      typedAhead.current = withKey(typedAhead.current, event.key)
    } else if (event.key === 'Enter') {
      event.preventDefault()
      enter(field)
    } else if (event.key === '=' && field === 'applied') {
      event.preventDefault()
      change({ ...boxes, applied: target.replace('−', '-') })
      dwell.start()
      inputs[fields[1] ?? 'output'].current?.focus()
    } else if (event.key === 'Backspace' && boxes[field] === '') {
      event.preventDefault()
      const before = fields[fields.indexOf(field) - 1]
      if (before) inputs[before].current?.focus()
      else correctLast()
    } else if (event.key === 'o') {
      event.preventDefault()
      noteGonePast()
    } else if (event.key === '+' && question.length > 0) {
      event.preventDefault()
      takePadded()
    } else if (event.key === 'Escape') change({ ...boxes, [field]: '' })
  }

  const { scale } = judgingBasis(world)
  const boxProps = { boxes, change, onKeyDown, isSending, typed }
  return (
    <div className={`entry has-${fields.length}`}>
      <div className="entry-target">
        <p className="small soft">
          Point {step.position + 1} of {count}, {step.direction}{' '}
          <Mark mark={step.direction === 'rising' ? 'up' : 'down'} size={11} />
          {step.cycle && `, cycle ${step.cycle}`}
        </p>
        <p className="apply num">
          <span className="soft">{pointName(step.percent, world.configuration)}</span> apply {target}{' '}
          <span className="small soft">{pressureUnitLabel(world.inputUnit)}</span>
        </p>
        <p className="small soft">{approachWords(step, world)}</p>
      </div>
      <EntryBox
        {...boxProps}
        field="applied"
        label={`applied, ${pressureUnitLabel(world.inputUnit)}`}
        inputRef={applied}
      />
      {world.readsDigital && (
        <>
          <EntryBox
            {...boxProps}
            field="pv"
            label={`PV, ${pressureUnitLabel(world.configuration.unit)}`}
            inputRef={pv}
          />
          <EntryBox {...boxProps} field="ao" label={`AO, ${scale.unit}`} inputRef={ao} />
        </>
      )}
      {world.readsDisplay && (
        <EntryBox
          {...boxProps}
          field="display"
          label={`display, ${world.configuration.displayScale?.unit ?? ''}`}
          inputRef={display}
        />
      )}
      <EntryBox {...boxProps} field="output" label={outputLabel(world)} inputRef={output} />
      {/* For fingers: the figures of a tablet have no Enter. */}
      <button type="button" className="entry-accept" onClick={() => enter('applied')} disabled={isSending}>
        {typed.kind === 'judged' ? 'Accept' : 'Next'}
      </button>
      <div className="entry-says">
        {question.length > 0 && (
          <p className="tone-look" role="alert">
            {question.map(({ words }) => words).join('; ')}.{' '}
            <button type="button" className="link-button" onClick={takePadded}>
              Take the digits shown <kbd>+</kbd>
            </button>{' '}
            or <kbd>Enter</kbd>: read no finer, U grows.
          </p>
        )}
        <EntrySays typed={typed} message={message} isSending={isSending} world={world} decimals={decimalsHere} />
        {past !== null && !isSending && (
          <p>
            {typed.kind !== 'judged' && <strong className="tone-look">{past.words} </strong>}
            <button type="button" className="link-button" onClick={noteGonePast}>
              Gone past: note it and come again <kbd>o</kbd>
            </button>
          </p>
        )}
        {dwell.isRunning && (
          <p role="timer" className="small num">
            {dwell.words()}
          </p>
        )}
        {/* The question stands in the place of the keys, so that the line keeps its height. */}
        <p className="entry-keys" hidden={question.length > 0}>
          <span>
            <kbd>Enter</kbd> {typed.kind === 'judged' ? 'accept' : 'next box'}
          </span>
          <span>
            <kbd>=</kbd> right on it
          </span>
          <span>
            <kbd>Backspace</kbd> back
          </span>
          {past === null && !isSending && (
            <button type="button" onClick={noteGonePast}>
              <kbd>o</kbd> gone past
            </button>
          )}
        </p>
      </div>
    </div>
  )
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

/** What the output is read on. */
function outputLabel(world: World): string {
  const { scale } = judgingBasis(world)
  if (world.readsDigital) return `meter, ${scale.unit}`
  return `${world.configuration.signal === 'digital-value' ? 'PV' : 'reading'}, ${scale.unit}`
}

/** How a point is approached: by which reference where there are several, and from which side. */
function approachWords(step: RunStep, world: World): string {
  const reference = referenceOfPoint(step.percent, world)
  return [
    ...(world.furtherReferences ? [`on ${reference.code}`] : []),
    directionWords(step),
    ...(step.overshoots ? [`gone past ${step.overshoots.length} ×`] : []),
  ].join('; ')
}

const directionWords = ({ direction, position }: RunStep) => {
  if (direction === 'falling') return 'down to it from above, no overshoot'
  return position === 0 ? 'the starting point' : 'up to it from below, no overshoot'
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
