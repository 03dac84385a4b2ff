'use client'
import { type KeyboardEvent, type RefObject, useEffect, useRef, useState } from 'react'
import { formatFixed, formatPlain, formatSigned } from '@/core/format/formatNumber'
import type { DecimalsShown } from '@/core/run/decimalsShown'
import { judgingBasis, targetInput } from '@/core/run/judgeSteps'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { RunStep } from '@/schema/runView'
import type { World } from '@/schema/world'
import { Mark, VERDICT_MARK, VERDICT_WORDS } from '../parts/Mark'
import { isTyping } from '../shell/isTyping'
import {
  EMPTY_BOXES,
  fieldsOf,
  type ReadingBoxes,
  type ReadingField,
  type Typed,
  type TypedFigures,
  typedReading,
} from './typedReading'

type Props = {
  world: World
  step: RunStep
  count: number
  decimals: DecimalsShown
  /** Stores a reading; answers null when it is stored, or why it is not. */
  accept: (reading: { id: string } & TypedFigures) => Promise<string | null>
  /** Tells the picture what is typed. */
  onTyped: (typed: Typed) => void
  correctLast: () => void
}

/** The one entry line: applied, reading, Enter. It holds the focus; what is typed is judged as it is typed. */
export function EntryLine({ world, step, count, decimals, accept, onTyped, correctLast }: Props) {
  const [boxes, setBoxes] = useState<ReadingBoxes>(EMPTY_BOXES)
  const [message, setMessage] = useState<string | null>(null)
  const [isSending, setSending] = useState(false)
  const id = useRef<string>(undefined)
  const applied = useRef<HTMLInputElement>(null)
  const pv = useRef<HTMLInputElement>(null)
  const ao = useRef<HTMLInputElement>(null)
  const output = useRef<HTMLInputElement>(null)
  const inputs = { applied, pv, ao, output }
  const fields = fieldsOf(world)
  useFocusForFigures(applied)
  // Figures typed while a reading is on its way belong to the next point: a lost first digit would be a wrong reading.
  const typedAhead = useRef<string | null>(null)
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was typed for one point must never go to another
  useEffect(() => {
    setBoxes({ ...EMPTY_BOXES, applied: typedAhead.current ?? '' })
    typedAhead.current = null
    onTyped({ kind: 'incomplete' })
    id.current = undefined
    applied.current?.focus()
  }, [step.id])
  const typed = typedReading(step, boxes, world)
  const target = formatFixed(targetInput(step.percent, world), decimals.target)

  const change = (next: ReadingBoxes) => {
    setBoxes(next)
    setMessage(null)
    id.current = undefined // other figures are another reading
    onTyped(typedReading(step, next, world))
  }

  const send = async (reading: Extract<Typed, { kind: 'judged' }>) => {
    id.current ??= crypto.randomUUID() // kept over a lost answer: sent twice, it is stored once
    typedAhead.current = ''
    setSending(true)
    const { kind: _, point: __, notice: ___, ...figures } = reading
    const refusal = await accept({ id: id.current, ...figures })
    setSending(false)
    setMessage(refusal)
    if (refusal) typedAhead.current = null // stored, the next point takes what was typed ahead; refused, there is none
  }

  const onKeyDown = (field: ReadingField) => (event: KeyboardEvent<HTMLInputElement>) => {
    if (typedAhead.current !== null) {
      event.preventDefault()
      typedAhead.current = withKey(typedAhead.current, event.key)
    } else if (event.key === 'Enter') {
      event.preventDefault()
      if (typed.kind === 'judged') send(typed)
      else if (typed.kind === 'refused') setMessage(typed.words)
      else inputs[nextField(field, boxes, fields)].current?.focus()
    } else if (event.key === '=' && field === 'applied') {
      event.preventDefault()
      change({ ...boxes, applied: target.replace('−', '-') })
      inputs[fields[1] ?? 'output'].current?.focus()
    } else if (event.key === 'Backspace' && boxes[field] === '') {
      event.preventDefault()
      const before = fields[fields.indexOf(field) - 1]
      if (before) inputs[before].current?.focus()
      else correctLast()
    } else if (event.key === 'Escape') change({ ...boxes, [field]: '' })
  }

  const { scale } = judgingBasis(world)
  const boxProps = { boxes, change, onKeyDown, isSending, typed }
  return (
    <div className={world.readsDigital ? 'entry is-digital' : 'entry'}>
      <div className="entry-target">
        <p className="small soft">
          Point {step.position + 1} of {count}, {step.direction}{' '}
          <Mark mark={step.direction === 'rising' ? 'up' : 'down'} size={11} />
        </p>
        <p className="apply num">
          <span className="soft">{formatPlain(step.percent)} %</span> apply {target}{' '}
          <span className="small soft">{pressureUnitLabel(world.inputUnit)}</span>
        </p>
        <p className="small soft">{approachWords(step)}</p>
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
      <EntryBox
        {...boxProps}
        field="output"
        label={world.readsDigital ? `meter, ${scale.unit}` : `reading, ${scale.unit}`}
        inputRef={output}
      />
      <div className="entry-says">
        <EntrySays typed={typed} message={message} isSending={isSending} world={world} decimals={decimals} />
        <p className="entry-keys">
          <span>
            <kbd>Enter</kbd> {typed.kind === 'judged' ? 'accept' : 'next box'}
          </span>
          <span>
            <kbd>=</kbd> exactly the target
          </span>
          <span>
            <kbd>Backspace</kbd> back a point
          </span>
        </p>
      </div>
    </div>
  )
}

type BoxProps = {
  field: ReadingField
  label: string
  boxes: ReadingBoxes
  typed: Typed
  isSending: boolean
  inputRef: RefObject<HTMLInputElement | null>
  change: (next: ReadingBoxes) => void
  onKeyDown: (field: ReadingField) => (event: KeyboardEvent<HTMLInputElement>) => void
}

function EntryBox({ field, label, boxes, typed, isSending, inputRef, change, onKeyDown }: BoxProps) {
  const isRefused = typed.kind === 'refused' && typed.field === field
  return (
    <label className={isRefused ? 'entry-box is-refused' : 'entry-box'}>
      <span>{label}</span>
      <input
        ref={inputRef}
        className="num"
        inputMode="decimal"
        autoComplete="off"
        spellCheck={false}
        value={boxes[field]}
        readOnly={isSending}
        aria-invalid={isRefused}
        onChange={(event) => change({ ...boxes, [field]: event.target.value })}
        onKeyDown={onKeyDown(field)}
      />
    </label>
  )
}

type SaysProps = { typed: Typed; message: string | null; isSending: boolean; world: World; decimals: DecimalsShown }

/** What is to be said of the reading being typed. */
function EntrySays({ typed, message, isSending, world, decimals }: SaysProps) {
  if (message)
    return (
      <p className="tone-outside" role="alert">
        {message}
      </p>
    )
  if (isSending) return <p className="soft">storing…</p>
  if (typed.kind === 'refused') return <p className="tone-outside">{typed.words}</p>
  if (typed.kind === 'incomplete') return <p className="soft">Type what the reference and the output really show.</p>
  const { point, notice } = typed
  const { scale, range } = judgingBasis(world)
  return (
    <>
      <p className="num">
        ideal {formatFixed(point.idealOutput, decimals.computedOutput)} {scale.unit}, error{' '}
        <strong className={`tone-${point.verdict}`}>{formatSigned(point.errorPercentSpan, decimals.percent)} %</strong>{' '}
        of span
      </p>
      <p className="num">
        <span className={`tone-${point.verdict}`}>
          <Mark mark={VERDICT_MARK[point.verdict]} /> {VERDICT_WORDS[point.verdict]}
        </span>
        <span className="soft">
          {' '}
          · {formatSigned(point.errorOutput, decimals.computedOutput)} {scale.unit} ·{' '}
          {formatSigned(point.errorInput, decimals.errorInput)} {pressureUnitLabel(range.unit)}
        </span>
      </p>
      {notice && <strong className="tone-look">{notice}</strong>}
    </>
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

const approachWords = ({ direction, position }: RunStep) => {
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
