import { Refusal } from '../../core/refusal'
import { randomStream } from '../../core/statistics/randomStream'
import { convertPressure } from '../../core/units/pressureUnit'
import type { RigAct } from '../rig/actOnRig'
import { actOnRig } from '../rig/actOnRig'
import { advanceRig } from '../rig/advanceRig'
import { type RigReading, readRig } from '../rig/readRig'
import type { RigFault } from '../rig/rigFaults'
import type { Rig } from '../rig/rigModel'
import { CURES, putRight } from './cures'
import { type Look, looked, type Told } from './looks'
import { type PracticeJob, rigOfJob, soundRig } from './practiceJob'

/** Time goes in steps of so much, s: acts are told by the step they are done at, so that a course can be played again. */
export const TICK_SECONDS = 0.25

/** What somebody who practises can do. */
export type PracticeAct =
  | { readonly do: 'rig'; readonly act: RigAct }
  /** Notes what everything shows. */
  | { readonly do: 'read' }
  | { readonly do: 'look'; readonly at: Look }
  /** Says what is wrong; may be said anew. */
  | { readonly do: 'name'; readonly cause: RigFault }
  /** Has put right what was named. */
  | { readonly do: 'put-right' }
  | { readonly do: 'finish' }

/** An act and the step it is done at. */
export type LoggedAct = { readonly tick: number; readonly act: PracticeAct }

/** Something that was read or looked at, and what stood then. */
export type Observation =
  | {
      readonly kind: 'reading'
      readonly seconds: number
      readonly reading: RigReading
      /** What a filled leg presses against it, in the unit; 0 without one, and where it has run out. */
      readonly leg: number
      /** Where the pressure was come from, by the readings noted before. */
      readonly direction: 'rising' | 'falling'
    }
  | { readonly kind: 'look'; readonly seconds: number; readonly look: Look; readonly told: Told }

/** How a practice stands. */
export type Practising = {
  readonly rig: Rig
  readonly tick: number
  readonly observations: readonly Observation[]
  readonly named: RigFault | null
  /** What was put right at a word, each with whether it was what is wrong. */
  readonly puts: readonly { readonly named: RigFault; readonly helped: boolean }[]
  /** The highest and lowest that was applied while it was worked with, in the unit; null before it was. */
  readonly farthest: { readonly low: number; readonly high: number } | null
  readonly isFinished: boolean
}

/** A job of practice that is being played: time and acts go in, how it stands comes out. The same acts give the same. */
export class Course {
  private readonly stream
  private state: Practising

  constructor(
    readonly job: PracticeJob,
    readonly seed: number,
  ) {
    this.stream = randomStream(seed)
    this.state = {
      rig: rigOfJob(job, seed),
      ...{ tick: 0, observations: [], named: null, puts: [], farthest: null, isFinished: false },
    }
  }

  get now(): Practising {
    return this.state
  }

  /** Lets time pass up to a step. */
  until(tick: number): void {
    const { state } = this
    if (state.isFinished || tick <= state.tick) return
    const rig = advanceRig(state.rig, (tick - state.tick) * TICK_SECONDS, this.stream)
    this.state = { ...state, rig, tick, farthest: fartherOf(state, rig) }
  }

  /**
   * Does one thing at the step it stands at; looking closely lets time pass.
   *
   * @throws {Refusal} as the rig refuses it, for something put right before it was named, or once it is finished
   */
  do(act: PracticeAct): void {
    const { state } = this
    if (state.isFinished) throw new Refusal('act', 'this practice is finished', 'begin another')
    switch (act.do) {
      case 'rig':
        this.state = { ...state, rig: actOnRig(state.rig, act.act) }
        return
      case 'read':
        this.state = { ...state, observations: [...state.observations, this.read()] }
        return
      case 'look': {
        const { rig, told } = looked(state.rig, act.at, this.stream)
        const tick = Math.round(rig.seconds / TICK_SECONDS)
        const observation: Observation = { kind: 'look', seconds: rig.seconds, look: act.at, told }
        this.state = { ...state, rig, tick, observations: [...state.observations, observation] }
        return
      }
      case 'name':
        this.state = { ...state, named: act.cause }
        return
      case 'put-right': {
        const { named, rig } = state
        if (named === null)
          throw new Refusal('act', 'it is not said what is to be put right', 'say what is wrong first')
        if (CURES[named] !== 'work')
          throw new Refusal('act', 'that is put right at the rig itself', 'trim it, set it or move it')
        const next = putRight(rig, { named, fault: this.job.fault, sound: soundRig(this.job) })
        this.state = { ...state, rig: next, puts: [...state.puts, { named, helped: next !== rig }] }
        return
      }
      case 'finish':
        this.state = { ...state, isFinished: true }
        return
      default:
        act satisfies never
    }
  }

  private read(): Observation {
    const { rig, observations } = this.state
    const reading = readRig(rig)
    const before = observations.findLast((each) => each.kind === 'reading')
    const isFalling = before?.kind === 'reading' && before.reading.reference > reading.reference
    return {
      kind: 'reading',
      seconds: rig.seconds,
      reading,
      leg: legOf(rig),
      direction: isFalling ? 'falling' : 'rising',
    }
  }
}

/** What the filled leg of a rig presses, in the unit of its range. */
export const legOf = ({ hookUp, facts }: Pick<Rig, 'hookUp' | 'facts'>): number =>
  hookUp.isFilled ? convertPressure(facts.legPa, 'Pa', facts.unit) : 0

/** Plays a whole course. @throws {Refusal} as {@link Course.do}, for a step before the one it stands at */
export function playedCourse(job: PracticeJob, seed: number, log: readonly LoggedAct[]): Practising {
  const course = new Course(job, seed)
  for (const { tick, act } of log) {
    if (tick < course.now.tick)
      throw new Refusal('log', 'an act lies before the one before it', 'send the course as it was')
    course.until(tick)
    course.do(act)
  }
  return course.now
}

/** How far the pressure went while it was worked with: from when it first lay in the range, as long as the pump is at work. */
function fartherOf({ farthest }: Practising, rig: Rig): Practising['farthest'] {
  if (rig.hookUp.rig.hose === 'off' || rig.hookUp.rig.pump === 'vented') return farthest
  const reference = readRig(rig).reference - legOf(rig)
  const { lrv, urv } = rig.model.range
  if (!farthest && (reference < Math.min(lrv, urv) || reference > Math.max(lrv, urv))) return null
  return {
    low: Math.min(farthest?.low ?? reference, reference),
    high: Math.max(farthest?.high ?? reference, reference),
  }
}
