'use client'
import { glassOfDifference } from '@/core/drum/glassReading'
import { formatFixed } from '@/core/format/formatNumber'
import { massesOfPressure } from '@/core/pressure/piston'
import { type DecimalsShown, stepDecimals } from '@/core/run/judge/decimalsShown'
import { targetInput } from '@/core/run/judge/judgeSteps'
import { pistonOfPoint } from '@/core/run/judge/pistonOfPoint'
import { gonePast } from '@/core/run/judge/readingNotice'
import { noHeadroomAt } from '@/core/run/plan/headroom'
import { pointName } from '@/core/run/plan/pointScale'
import { referenceOfPoint } from '@/core/run/plan/referenceOfPoint'
import { pressedWords } from '@/core/run/work/pumpSide'
import { hookUpFactsOf } from '@/core/run/work/workLists'
import { settleSeconds } from '@/core/setUp/damping'
import { inputAtPercent } from '@/core/transfer/linearTransfer'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { READING_QUANTITIES, type ReadingField } from '@/schema/readings/readingQuantities'
import { LINKED_FIELDS, type RunStep } from '@/schema/recordedRun'
import type { World } from '@/schema/world'
import { Mark } from '../../../kit/parts/Mark'
import { TextButton } from '../../../kit/parts/TextButton'
import type { LinkedBoxes } from '../link/linkedBoxes'
import { ENTRY_SAYS, EntryBox } from './EntryBox'
import { EntrySays, entryWords } from './EntrySays'
import { entryKey } from './entryKeys'
import { type Entry, useEntryLine } from './useEntryLine'
import type { EntryPoint } from './useSender'
import { useSpoken } from './useSpoken'

type Props = EntryPoint & { count: number; decimals: DecimalsShown }

/** The one entry line: applied, reading, Enter. It holds the focus; what is typed is judged as it is typed. */
export function EntryLine({ count, decimals, ...point }: Props) {
  const { world, step } = point
  const entry = useEntryLine(point)
  const { typed, withLinked, message, isSending, fields } = entry
  const shown = withLinked ?? typed
  const decimalsHere = stepDecimals(step, shown.kind === 'judged' ? shown : {}, { world, decimals })
  const target = entryTarget(step, world, decimalsHere.target)
  const spoken = useSpoken({
    position: step.position,
    target: `${pointName(step.percent, world.configuration)} ${target.words} ${target.text} ${target.unit}`,
    said: message === null && !isSending ? entryWords(shown, world, decimalsHere) : null,
  })
  return (
    <div className={`entry has-${fields.length}`}>
      <p className="visually-hidden" role="status">
        {spoken}
      </p>
      <EntryTarget step={step} world={world} count={count} target={target} />
      {fields.map((field) => (
        <EntryBox
          key={field}
          field={field}
          label={READING_QUANTITIES[field].box.label(world)}
          boxes={entry.boxes}
          typed={typed}
          isSending={isSending}
          linked={linkedAt(point.linked, field)}
          inputRef={entry.inputs[field]}
          change={entry.change}
          onKeyDown={entryKey(entry, field, target.text)}
        />
      ))}
      {/* For fingers: the figures of a tablet have no Enter. */}
      <button type="button" className="entry-accept" onClick={() => entry.enter('applied')} disabled={isSending}>
        {shown.kind === 'judged' ? 'Accept' : 'Next'}
      </button>
      <div className="entry-says" id={ENTRY_SAYS}>
        <LostTyping entry={entry} />
        <EntryQuestions entry={entry} />
        {withLinked && (
          <p className="small soft">
            {point.isSteady ? 'By the devices, steady.' : 'By the devices, still moving: let it settle.'}
          </p>
        )}
        <EntrySays typed={shown} message={message} isSending={isSending} world={world} decimals={decimalsHere} />
        <EntryNotes entry={entry} step={step} world={world} />
      </div>
    </div>
  )
}

/** What a device shows for a box, where one can. */
function linkedAt(linked: LinkedBoxes | undefined, field: ReadingField): string | undefined {
  const of = LINKED_FIELDS.find((each) => each === field)
  return of && linked?.[of]
}

type Target = { readonly words: string; readonly text: string; readonly unit: string }

/** Masses are told to a tenth of a gram. */
const MASS_DECIMALS = 4

/** What is to be brought about at a point: a pressure, a level in the glass, or masses on a piston. */
function entryTarget({ percent }: RunStep, world: World, decimals: number): Target {
  const input = targetInput(percent, world)
  const pa = () => convertPressure(input, world.inputUnit, 'Pa')
  if (world.glass)
    return { words: 'water at', text: formatFixed(glassOfDifference(pa(), world.glass), 1), unit: '% of the glass' }
  const piston = pistonOfPoint(percent, world)
  if (piston)
    return {
      words: 'put on',
      text: formatFixed(massesOfPressure(pa(), piston), MASS_DECIMALS),
      unit: 'kg',
    }
  return { words: 'apply', text: formatFixed(input, decimals), unit: pressureUnitLabel(world.inputUnit) }
}

type TargetProps = { step: RunStep; world: World; count: number; target: Target }

/** The point to be read, and how it is approached. */
function EntryTarget({ step, world, count, target }: TargetProps) {
  return (
    <div className="entry-target">
      <p className="small soft">
        Point {step.position + 1} of {count}, {step.direction}{' '}
        <Mark mark={step.direction === 'rising' ? 'up' : 'down'} size={11} />
        {step.cycle && `, cycle ${step.cycle}`}
      </p>
      <p className="apply num">
        <span className="soft">{pointName(step.percent, world.configuration)}</span> {target.words} {target.text}{' '}
        <span className="small soft">{target.unit}</span>
      </p>
      <p className="small soft">{approachWords(step, world)}</p>
    </div>
  )
}

/** What was typed for a point that somebody else stored meanwhile: it is not lost, and goes into no other point by itself. */
function LostTyping({ entry: { lost, fields } }: { entry: Entry }) {
  if (!lost) return null
  const figures = fields.flatMap((field) => (lost.boxes[field] === '' ? [] : [lost.boxes[field]]))
  return (
    <p className="tone-look" role="alert">
      The point you were typing for was stored elsewhere; you had <b className="num">{figures.join(' → ')}</b>.{' '}
      <TextButton onClick={lost.take}>Put it into this point</TextButton>{' '}
      <TextButton onClick={lost.forget}>Forget it</TextButton>
    </p>
  )
}

/** Asks about a slip, or whether digits were left out that the instrument shows. */
function EntryQuestions({ entry: { question, takePadded } }: { entry: Entry }) {
  const [first] = question
  if (!first) return null
  const padded = question.filter(({ padded }) => padded !== null)
  return (
    <p className="tone-look entry-question" role="alert">
      {question.map(({ words }) => words).join('; ')}.{' '}
      {padded.length > 0 && (
        <>
          <TextButton onClick={takePadded}>
            {first.isSlip ? `Take ${padded.map((each) => each.padded).join(', ')}` : 'Take the digits shown'}{' '}
            <kbd>+</kbd>
          </TextButton>{' '}
          or{' '}
        </>
      )}
      <kbd>Enter</kbd>: {first.isSlip ? 'it stands as typed.' : 'read no finer, U grows.'}
    </p>
  )
}

/** A point gone past, how long it has been held, and the keys. */
function EntryNotes({ entry, step, world }: { entry: Entry; step: RunStep; world: World }) {
  const { typed, boxes, isSending, dwell, question, noteGonePast } = entry
  const past = gonePast(step, boxes.applied, world)
  return (
    <>
      {past !== null && !isSending && (
        <p>
          {typed.kind !== 'judged' && <strong className="tone-look">{past.words} </strong>}
          <TextButton onClick={noteGonePast}>
            Overshoot: note it and approach again <kbd>o</kbd>
          </TextButton>
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
          <kbd>Enter</kbd> {typed.kind === 'judged' || entry.withLinked ? 'accept' : 'next box'}
        </span>
        <span>
          <kbd>=</kbd> at target
        </span>
        <span>
          <kbd>Backspace</kbd> back
        </span>
        {past === null && !isSending && (
          <button type="button" onClick={noteGonePast}>
            <kbd>o</kbd> overshoot
          </button>
        )}
      </p>
    </>
  )
}

/** How a point is approached: by which reference where there are several, and from which side. */
function approachWords(step: RunStep, world: World): string {
  const reference = referenceOfPoint(step.percent, world)
  return [
    ...(world.furtherReferences ? [`on ${reference.code}`] : []),
    ...sideWords(step, world),
    directionWords(step),
    ...waitWords(world),
    ...headroomWords(step, world),
    ...(step.overshoots ? [`overshoot ${step.overshoots.length} ×`] : []),
  ].join('; ')
}

/** The side it is pressed on, where that is not always the high one; by its glass nothing is pressed. */
function sideWords({ percent }: RunStep, world: World): string[] {
  const { pumpSide = 'high' } = hookUpFactsOf(world)
  const words = world.glass === undefined ? pressedWords(pumpSide, inputAtPercent(percent, world.configuration)) : null
  return words === null ? [] : [words]
}

/** Said before the reference goes over its range, not after. */
const headroomWords = (step: RunStep, world: World): string[] =>
  noHeadroomAt(step.percent, world).map((code) => `${code} ends here: creep up, an overshoot goes over its range`)

/** Without a hold in the plan it is said how long the damping asks to wait. */
function waitWords({ dwellSeconds, dampingFoundSeconds, configuration }: World): string[] {
  const damping = dampingFoundSeconds ?? configuration.setUp?.dampingSeconds
  if (dwellSeconds !== undefined || damping === undefined || damping === 0) return []
  return [`wait ${settleSeconds(damping)} s`]
}

const directionWords = ({ direction, position }: RunStep) => {
  if (direction === 'falling') return 'down to it from above, no overshoot'
  return position === 0 ? 'the starting point' : 'up to it from below, no overshoot'
}
