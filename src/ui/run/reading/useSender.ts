import { type RefObject, useEffect, useRef, useState } from 'react'
import type { RoundScatter } from '@/core/run/judge/roundScatter'
import { movedBeyond } from '@/core/run/judge/stability'
import type { RunStep } from '@/schema/recordedRun'
import type { World } from '@/schema/world'
import { useSending } from '../../../kit/useSending'
import {
  boxesOf,
  EMPTY_BOXES,
  type EntryQuestion,
  type ReadingBoxes,
  type Typed,
  type TypedFigures,
} from '../../../plans/typedReading'
import type { LinkedBoxes } from '../link/linkedBoxes'
import type { useDwell } from './useDwell'

/** A point to be read, and what becomes of what is typed for it. */
export type EntryPoint = {
  readonly world: World
  readonly step: RunStep
  /** What the instrument did in this round so far. */
  readonly scatter: RoundScatter
  /** A reading of this round was far off and taken so: it is the instrument. */
  readonly isFarBefore: boolean
  /** Stores a reading; answers null when it is stored, or why it is not. */
  readonly accept: (reading: { id: string; heldSeconds: number | null } & TypedFigures) => Promise<string | null>
  /** Notes that the point was gone past; answers null when that is stored. */
  readonly noteOvershoot: (noted: { id: string; applied: string }) => Promise<string | null>
  /** What devices show of this point, where any are linked, and whether the pressure stands still. */
  readonly linked?: LinkedBoxes
  readonly isSteady?: boolean
  /** Tells the picture what is typed. */
  readonly onTyped: (typed: Typed) => void
  readonly correctLast: () => void
}

type SenderParts = {
  readonly dwell: ReturnType<typeof useDwell>
  readonly typedAhead: RefObject<string | null>
  readonly setBoxes: (boxes: ReadingBoxes) => void
  /** Told of what was refused. */
  readonly refused: (stepId: string, sent: ReadingBoxes) => void
}

/** Sends a reading or a point gone past, and keeps what was asked or answered. */
export function useSender(
  { world, step, accept, noteOvershoot }: EntryPoint,
  { dwell, typedAhead, setBoxes, refused }: SenderParts,
) {
  const [message, setMessage] = useState<string | null>(null)
  const [question, setQuestion] = useState<readonly EntryQuestion[]>([])
  // The point whose reading is on its way. The next one may be on the screen before the answer is: another look at the
  // run can be quicker, and what is typed then belongs to that one and must not wait.
  const [sendingOf, setSendingOf] = useState<string | null>(null)
  const present = useRef(step.id)
  present.current = step.id
  const isMeant = useRef(false)
  const sending = useSending()
  const sendingOvershoot = useSending()
  // The output as it stood when it was first to be accepted: it must not move much while the point is held.
  const steady = useRef<number | null>(null)
  // Keys for the point after this one that wait while this one is asked about or held.
  const waiting = useRef('')
  // biome-ignore lint/correctness/useExhaustiveDependencies: another point stands still anew
  useEffect(() => {
    steady.current = null
    waiting.current = ''
    isMeant.current = false
    setQuestion((asked) => (asked.length === 0 ? asked : []))
  }, [step.id])

  /** @param ahead keys that were typed ahead of this reading's own answer, for the point after it */
  const send = async (reading: Extract<Typed, { kind: 'judged' }>, ahead = '') => {
    if (ahead !== '') waiting.current = ahead
    // Asked once: the same figures accepted again are meant as they stand.
    if (reading.questions.length > 0 && !isMeant.current) {
      isMeant.current = true
      return setQuestion(reading.questions)
    }
    const outputNow = reading.point.output
    const moved = movedBeyond(steady.current, outputNow, world)
    steady.current = outputNow
    if (moved !== null) {
      dwell.restart()
      return setMessage(`${moved}: held anew, let it settle.`)
    }
    if (!dwell.mayTake()) return setMessage(dwell.words())
    typedAhead.current = waiting.current
    waiting.current = ''
    setSendingOf(step.id)
    setQuestion([]) // answered: it must not seem to be asked still while the reading is on its way
    const { kind: _, point: __, notice: ___, questions: ____, ...figures } = reading
    const heldSeconds = dwell.heldSeconds()
    const refusal = await sending({ of: step.id, ...figures }, (id) => accept({ id, heldSeconds, ...figures }))
    setSendingOf((now) => (now === step.id ? null : now))
    const isPresent = present.current === step.id
    if (isPresent || refusal !== null) setMessage(refusal)
    if (isPresent) isMeant.current = false
    if (refusal === null) setBoxes(EMPTY_BOXES)
    if (refusal) refused(step.id, boxesOf(figures))
    // Stored, the next point takes what was typed ahead; refused, there is none.
    if (refusal && isPresent) typedAhead.current = null
  }
  return {
    ...{ message, question, isSending: sendingOf === step.id, send },
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
