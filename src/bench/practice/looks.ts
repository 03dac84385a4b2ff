import type { RandomStream } from '../../core/statistics/randomStream'
import { celsiusOf } from '../../core/units/celsius'
import { actOnRig } from '../rig/actOnRig'
import { advanceRig } from '../rig/advanceRig'
import { readRig } from '../rig/readRig'
import type { Rig } from '../rig/rigModel'
import { paAt } from '../rig/settled'

/** What can be looked at more closely than by a reading, and how long it takes, s. Ours, no source. */
export const LOOKS = {
  settings: { title: 'Read its settings by the communicator', seconds: 40 },
  loop: { title: 'Measure supply and loop', seconds: 60 },
  hold: { title: 'Shut it in and watch it hold', seconds: 70 },
  fittings: { title: 'Brush soap on the fittings', seconds: 90 },
  'other-reference': { title: 'Read another reference beside it', seconds: 120 },
  'other-meter': { title: 'Read another meter beside it', seconds: 60 },
  leg: { title: 'Look whether the leg is full', seconds: 60 },
  body: { title: 'Take the temperature of its body', seconds: 30 },
  still: { title: 'Watch the last digits for a while', seconds: 20 },
  speed: { title: 'See how fast the source moves', seconds: 20 },
  stroke: { title: 'See what one stroke of the pump gives', seconds: 20 },
} as const
export type Look = keyof typeof LOOKS
export const LOOK_IDS = Object.keys(LOOKS) as Look[] // keys of a const object

/** What a look told: figures by name; null where there is nothing of the kind to be seen. */
export type Told = Readonly<Record<string, number | string | null>>

const SAMPLES = 12
/** Soap bubbles where something comes out. */
const LEAST_FOR_SOAP_PA = 500

/** Looks closely at a rig; the time it takes has passed at its end. */
export function looked(rig: Rig, look: Look, stream: RandomStream): { readonly rig: Rig; readonly told: Told } {
  const later = (seconds: number, from = rig) => advanceRig(from, seconds, stream)
  const { seconds } = LOOKS[look]
  switch (look) {
    case 'settings': {
      const after = later(seconds)
      const { digital } = after.model
      if (!digital || !after.hasSupply) return { rig: after, told: { lrv: null } }
      const { lrv, urv, dampingSeconds } = digital
      return {
        rig: after,
        told: {
          lrv,
          urv,
          dampingSeconds,
          heldMilliamp: after.fixedMilliamp,
          isProtected: after.isProtected ? 'on' : 'off',
        },
      }
    }
    case 'loop': {
      const after = later(seconds)
      const { output } = after.model
      if (!output) return { rig: after, told: { supplyVolts: null } }
      return {
        rig: after,
        told: {
          supplyVolts: after.hasSupply ? output.supplyVolts : 0,
          loopOhm: output.loopOhm,
          terminalVolts: readRig(after).terminalVolts,
        },
      }
    }
    case 'hold': {
      // Let go of by the source, it cools first and is watched then.
      const shut = later(45, actOnRig(rig, { act: 'source', to: null }))
      const began = readRig(shut).reference
      const after = later(seconds - 45, shut)
      return { rig: after, told: { began, fell: began - readRig(after).reference, seconds: seconds - 45 } }
    }
    case 'fittings': {
      const after = later(seconds)
      const { leaksM3PerS, airPa } = after.facts
      const isUnderPressure = paAt(after, 'hose') > airPa + LEAST_FOR_SOAP_PA
      const place = leaksM3PerS.hose ? 'hose' : leaksM3PerS['cell-high'] ? 'cell' : 'none'
      return { rig: after, told: { bubbles: isUnderPressure ? place : null } }
    }
    case 'other-reference': {
      const after = later(seconds)
      const truth = readRig({
        ...after,
        facts: { ...after.facts, reference: { gain: 1, offset: 0, step: 0 } },
      }).reference
      return { rig: after, told: { other: truth, own: readRig(after).reference, step: after.facts.reference.step } }
    }
    case 'other-meter': {
      const after = later(seconds)
      const other = readRig({ ...after, facts: { ...after.facts, meter: { gain: 1, offset: 0, step: 0 } } })
      return { rig: after, told: { other: other.milliamp, own: readRig(after).milliamp } }
    }
    case 'leg': {
      const after = later(seconds)
      return { rig: after, told: { leg: after.facts.legPa === 0 ? null : after.hookUp.isFilled ? 'full' : 'empty' } }
    }
    case 'body': {
      const after = later(seconds)
      return { rig: after, told: { celsius: celsiusOf(after.facts.kelvin) } }
    }
    case 'still': {
      let now = rig
      const values: number[] = []
      for (let sample = 0; sample < SAMPLES; sample++) {
        now = later(seconds / SAMPLES, now)
        const { milliamp, outputKPa } = readRig(now)
        values.push(milliamp === null ? (outputKPa ?? 0) / 5 : milliamp)
      }
      const mean = values.reduce((sum, value) => sum + value, 0) / SAMPLES
      const squares = values.reduce((sum, value) => sum + (value - mean) ** 2, 0)
      return { rig: now, told: { deviationPercent: (Math.sqrt(squares / (SAMPLES - 1)) / 16) * 100 } }
    }
    case 'speed': {
      const after = later(seconds)
      return { rig: after, told: { paPerSecond: after.facts.slewPaPerS } }
    }
    case 'stroke': {
      const after = later(seconds)
      return { rig: after, told: { strokeM3: after.facts.pump.strokeM3 } }
    }
    default:
      return look satisfies never
  }
}
