import { type Change, changesOf } from '../../core/run/work/hookUpState'
import { isolateSteps } from '../../core/run/work/isolateSteps'
import { restoreSteps } from '../../core/run/work/restoreSteps'
import type { WorkStep } from '../../core/run/work/workStep'
import { CURRENT_LOW_MA, percentOfMilliamp } from '../../core/signal/currentLoop'
import type { RigAct } from '../rig/actOnRig'
import { readRig } from '../rig/readRig'
import type { RigFault } from '../rig/rigFaults'
import { type PracticeFacts, practiceAdvice, practiceFacts } from './advice'
import { Course, type LoggedAct, legOf, type PracticeAct, TICK_SECONDS } from './course'
import { CURES } from './cures'
import { type PracticeJob, soundRig } from './practiceJob'

/** What somebody who does as they are advised does with a job. */
export type Played = {
  readonly log: readonly LoggedAct[]
  readonly named: RigFault | null
  readonly readings: number
  readonly looks: number
  readonly seconds: number
  readonly course: Course
}

/** A point has come to rest after so long, s; longer than gas and a healthy instrument take. */
const REST_S = 25
const LONGEST_S = 400
const MOST_ACTS = 60
/** A step of the way out of service takes somebody so long, s. */
const STEP_S = 4

/** What somebody does at a course, and the log that it leaves. */
function handsAt(course: Course) {
  const log: LoggedAct[] = []
  const act = (does: PracticeAct) => {
    course.do(does)
    log.push({ tick: course.now.tick, act: does })
  }
  const wait = (seconds: number) => course.until(course.now.tick + Math.round(seconds / TICK_SECONDS))
  return {
    ...{ log, act, wait },
    /** An act that takes time is logged at the step it was begun at. */
    actAt: (does: PracticeAct) => {
      const { tick } = course.now
      course.do(does)
      log.push({ tick, act: does })
    },
    walk: (steps: readonly WorkStep[]) => {
      for (const step of steps)
        for (const change of changesOf(step)) {
          act({ do: 'rig', act: actOf(change) })
          wait(STEP_S)
        }
    },
    /** Gives a pressure and waits until it stands. */
    give: (to: number, span: number) => {
      const reference = () => readRig(course.now.rig).reference
      if (course.now.rig.sourcePa === null || Math.abs(reference() - to) > 1e-9)
        act({ do: 'rig', act: { act: 'source', to } })
      for (let waited = 0; waited < LONGEST_S; waited += 5) {
        const before = reference()
        wait(5)
        if (Math.abs(reference() - before) < span * 1e-4) break
      }
      wait(REST_S)
    },
  }
}

/**
 * Plays a job by the advice alone: takes the instrument out of service in the order of its list, does what is advised, names
 * what it comes to, puts it right, restores it. It sees nothing that a person would not see.
 */
export function playByAdvice(job: PracticeJob, seed: number): Played {
  const course = new Course(job, seed)
  const { act, actAt, walk, wait, give, log } = handsAt(course)
  const { piping } = course.now.rig.facts
  const signal = course.now.rig.model.kind === 'pneumatic' ? ('20-100kPa' as const) : ('4-20mA' as const)
  const facts = practiceFacts(soundRig(job))
  let isHookedUp = false
  /** Before anything is touched, what costs one look is looked at. */
  const hookUp = () => {
    if (!isHookedUp) walk(isolateSteps({ ...piping, signal }))
    isHookedUp = true
  }
  const goTo = (percent: number) => {
    hookUp()
    const { lrv, urv } = facts
    give(lrv + (percent / 100) * (urv - lrv) + legOf(course.now.rig), Math.abs(urv - lrv))
  }
  const named = foundByAdvice(course, facts, { act, actAt, goTo })
  if (named !== null) {
    act({ do: 'name', cause: named })
    if (CURES[named] === 'work') act({ do: 'put-right' })
    else cureByHand({ course, act, wait, goTo, named, facts })
  }
  hookUp()
  act({ do: 'rig', act: { act: 'source', to: null } })
  walk(restoreSteps({ ...piping, signal, isForRepair: false }))
  actAt({ do: 'finish' })
  const { observations, rig } = course.now
  return {
    ...{ log, named, course, seconds: rig.seconds },
    readings: observations.filter(({ kind }) => kind === 'reading').length,
    looks: observations.filter(({ kind }) => kind === 'look').length,
  }
}

type Does = (does: PracticeAct) => void
type Finding = { readonly act: Does; readonly actAt: Does; readonly goTo: (percent: number) => void }

/** Does what is advised until a cause is named, or nothing is advised any more. */
function foundByAdvice(course: Course, facts: PracticeFacts, { act, actAt, goTo }: Finding): RigFault | null {
  for (let acts = 0; acts < MOST_ACTS; acts++) {
    const advice = practiceAdvice(course.now.observations, facts)
    if (advice.advise === 'nothing') return null
    if (advice.advise === 'name') return advice.cause
    if (advice.advise === 'point') {
      goTo(advice.percent)
      act({ do: 'read' })
    } else {
      if (advice.at !== null) goTo(advice.at)
      actAt({ do: 'look', at: advice.look })
    }
  }
  return null
}

function actOf(change: Change): RigAct {
  if ('valve' in change) return { act: 'valve', ...change }
  if ('fill' in change) return { act: 'fill', to: change.fill }
  const { hose, pump } = change.rig
  return hose ? { act: 'hose', to: hose } : { act: 'pump', to: pump ?? 'vented' }
}

type Curing = {
  readonly course: Course
  readonly act: (does: PracticeAct) => void
  readonly wait: (seconds: number) => void
  readonly goTo: (percent: number) => void
  readonly named: RigFault
  readonly facts: PracticeFacts
}

const write = (written: Extract<RigAct, { act: 'write' }>['written']): PracticeAct => ({
  do: 'rig',
  act: { act: 'write', written },
})

/** What is put right by one setting, or by one part of the rig; undefined for what is trimmed. */
function settingFor(named: RigFault, { lrv, urv }: PracticeFacts): RigAct | undefined {
  switch (named) {
    case 'supply-off':
      return { act: 'supply', to: 'on' }
    case 'leg-lost':
      return { act: 'fill', to: 'refilled' }
    case 'current-held':
      return { act: 'write', written: { what: 'fixed-current', milliamp: null } }
    case 'write-protected':
      return { act: 'write', written: { what: 'protection', isOn: false } }
    case 'damping-high':
      return { act: 'write', written: { what: 'damping', seconds: 0 } }
    case 'range-differs':
    case 'lrv-shifted':
    case 'reverse-action':
      return { act: 'write', written: { what: 'range', lrv, urv } }
    default:
      return undefined
  }
}

/** What is put right at the rig itself: settings by the communicator, trims at both ends, screws until they agree. */
function cureByHand({ course, act, wait, goTo, named, facts }: Curing): void {
  const setting = settingFor(named, facts)
  if (setting) {
    act({ do: 'rig', act: setting })
    return
  }
  if (!facts.isDigital) {
    turnScrews({ course, act, wait, goTo })
    return
  }
  if (named !== 'output-stage') {
    for (const [percent, end] of [
      [0, 'lower'],
      [100, 'upper'],
    ] as const) {
      goTo(percent)
      act(write({ what: 'sensor-trim', end, truth: readRig(course.now.rig).reference - legOf(course.now.rig) }))
    }
    wait(5)
  }
  if (named === 'output-stage' || named === 'both-stages') {
    for (const [milliamp, end] of [
      [4, 'lower'],
      [20, 'upper'],
    ] as const) {
      act(write({ what: 'fixed-current', milliamp }))
      wait(5)
      act(write({ what: 'output-trim', end, measured: readRig(course.now.rig).milliamp ?? milliamp }))
    }
    act(write({ what: 'fixed-current', milliamp: null }))
    wait(5)
  }
}

const MOST_PASSES = 8
const NEAR_PERCENT = 0.05
/** So much a turn does at its own end, % of span: what a first turn of it showed. */
const TURN_PERCENT = 4

function turnScrews({ course, act, wait, goTo }: Pick<Curing, 'course' | 'act' | 'wait' | 'goTo'>): void {
  const errorAt = (percent: number) => {
    goTo(percent)
    const { milliamp, outputKPa } = readRig(course.now.rig)
    return (outputKPa === null ? percentOfMilliamp(milliamp ?? CURRENT_LOW_MA) : (outputKPa - 20) / 0.8) - percent
  }
  for (let pass = 0; pass < MOST_PASSES; pass++) {
    const low = errorAt(0)
    if (Math.abs(low) > NEAR_PERCENT)
      act({ do: 'rig', act: { act: 'screw', screw: 'zero', turns: -low / TURN_PERCENT } })
    wait(5)
    const high = errorAt(100)
    if (Math.abs(low) <= NEAR_PERCENT && Math.abs(high) <= NEAR_PERCENT) return
    if (Math.abs(high) > NEAR_PERCENT)
      act({ do: 'rig', act: { act: 'screw', screw: 'span', turns: -high / TURN_PERCENT } })
    wait(5)
  }
}
