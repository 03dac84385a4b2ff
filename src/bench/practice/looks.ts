import { CURRENT_SPAN_MA } from '../../core/signal/currentLoop'
import type { RandomStream } from '../../core/statistics/randomStream'
import { celsiusOf } from '../../core/units/celsius'
import { actOnRig } from '../rig/actOnRig'
import { advanceRig } from '../rig/advanceRig'
import { readRig } from '../rig/readRig'
import type { Rig } from '../rig/rigModel'
import { paAt } from '../rig/settled'

/** What a look told: figures by name; null where there is nothing of the kind to be seen. */
export type Told = Readonly<Record<string, number | string | null>>

/** A rig as it is watched: what has passed of the time, and what was told at the end. */
type Watched = { readonly rig: Rig; readonly told: Told }
/** Lets time pass at a rig, s. */
type Later = (seconds: number, from?: Rig) => Rig

/** One thing that can be looked at more closely than by a reading, and how long that takes, s. */
type LookDefinition = {
  readonly title: string
  readonly seconds: number
  /** What is seen of a rig: at its end, unless it is watched on the way. */
  readonly look: (rig: Rig, later: Later, seconds: number) => Watched
}

/** What is seen when the time has passed. */
const atEnd =
  (told: (rig: Rig) => Told): LookDefinition['look'] =>
  (rig, later, seconds) => {
    const after = later(seconds, rig)
    return { rig: after, told: told(after) }
  }

/** Everything that can be looked at; the times are ours, no source. A look is an entry here. */
export const LOOKS = {
  settings: { title: 'Read its settings by the communicator', seconds: 40, look: atEnd(settingsOf) },
  loop: { title: 'Measure supply and loop', seconds: 60, look: atEnd(loopOf) },
  hold: { title: 'Shut it in and watch it hold', seconds: 70, look: watchHold },
  fittings: { title: 'Brush soap on the fittings', seconds: 90, look: atEnd(bubblesOf) },
  'other-reference': { title: 'Read another reference beside it', seconds: 120, look: atEnd(otherReferenceOf) },
  'other-meter': { title: 'Read another meter beside it', seconds: 60, look: atEnd(otherMeterOf) },
  leg: {
    title: 'Look whether the leg is full',
    seconds: 60,
    look: atEnd(({ facts, hookUp }) => ({ leg: facts.legPa === 0 ? null : hookUp.isFilled ? 'full' : 'empty' })),
  },
  body: {
    title: 'Take the temperature of its body',
    seconds: 30,
    look: atEnd(({ facts }) => ({ celsius: celsiusOf(facts.kelvin) })),
  },
  still: { title: 'Watch the last digits for a while', seconds: 20, look: watchStill },
  speed: {
    title: 'See how fast the source moves',
    seconds: 20,
    look: atEnd(({ facts }) => ({ paPerSecond: facts.slewPaPerS })),
  },
  stroke: {
    title: 'See what one stroke of the pump gives',
    seconds: 20,
    look: atEnd(({ facts }) => ({ strokeM3: facts.pump.strokeM3 })),
  },
} as const satisfies Record<string, LookDefinition>
export type Look = keyof typeof LOOKS
export const LOOK_IDS = Object.keys(LOOKS) as Look[] // keys of a const object

/** Looks closely at a rig; the time it takes has passed at its end. */
export function looked(rig: Rig, look: Look, stream: RandomStream): Watched {
  const definition: LookDefinition = LOOKS[look]
  return definition.look(rig, (seconds, from = rig) => advanceRig(from, seconds, stream), definition.seconds)
}

function settingsOf({ model: { digital }, hasSupply, fixedMilliamp, isProtected }: Rig): Told {
  if (!digital || !hasSupply) return { lrv: null }
  const { lrv, urv, dampingSeconds } = digital
  return { lrv, urv, dampingSeconds, heldMilliamp: fixedMilliamp, isProtected: isProtected ? 'on' : 'off' }
}

function loopOf(rig: Rig): Told {
  const { output } = rig.model
  if (!output) return { supplyVolts: null }
  const supplyVolts = rig.hasSupply ? output.supplyVolts : 0
  return { supplyVolts, loopOhm: output.loopOhm, terminalVolts: readRig(rig).terminalVolts }
}

/** Let go of by the source it cools first, for so long, s, and is watched then. */
const COOLS_S = 45
function watchHold(rig: Rig, later: Later, seconds: number): Watched {
  const shut = later(COOLS_S, actOnRig(rig, { act: 'source', to: null }))
  const began = readRig(shut).reference
  const watched = seconds - COOLS_S
  const after = later(watched, shut)
  return { rig: after, told: { began, fell: began - readRig(after).reference, seconds: watched } }
}

/** Soap bubbles where something comes out. */
const LEAST_FOR_SOAP_PA = 500
function bubblesOf(rig: Rig): Told {
  const { leaksM3PerS, airPa } = rig.facts
  const isUnderPressure = paAt(rig, 'hose') > airPa + LEAST_FOR_SOAP_PA
  const place = leaksM3PerS.hose ? 'hose' : leaksM3PerS['cell-high'] ? 'cell' : 'none'
  return { bubbles: isUnderPressure ? place : null }
}

/** One that shows what is there. */
const SOUND = { gain: 1, offset: 0, step: 0 }
function otherReferenceOf(rig: Rig): Told {
  const other = readRig({ ...rig, facts: { ...rig.facts, reference: SOUND } }).reference
  return { other, own: readRig(rig).reference, step: rig.facts.reference.step }
}
function otherMeterOf(rig: Rig): Told {
  const other = readRig({ ...rig, facts: { ...rig.facts, meter: SOUND } }).milliamp
  return { other, own: readRig(rig).milliamp }
}

const SAMPLES = 12
function watchStill(rig: Rig, later: Later, seconds: number): Watched {
  let now = rig
  const values: number[] = []
  for (let sample = 0; sample < SAMPLES; sample++) {
    now = later(seconds / SAMPLES, now)
    const { milliamp, outputKPa } = readRig(now)
    values.push(milliamp === null ? (outputKPa ?? 0) / 5 : milliamp)
  }
  const mean = values.reduce((sum, value) => sum + value, 0) / SAMPLES
  const squares = values.reduce((sum, value) => sum + (value - mean) ** 2, 0)
  return { rig: now, told: { deviationPercent: (Math.sqrt(squares / (SAMPLES - 1)) / CURRENT_SPAN_MA) * 100 } }
}
