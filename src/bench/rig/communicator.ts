import { ALARM_MILLIAMP } from '../../core/loop/loopSupply'
import { Refusal } from '../../core/refusal'
import { type Transfer, transferCurve } from '../../core/transfer/transfer'
import type { InstrumentModel } from '../simulate/instrumentModel'
import type { Rig } from './rigModel'

/** What a digital communicator writes into an instrument. Pressures in the unit of the range, currents in mA. */
export type Written =
  | { readonly what: 'range'; readonly lrv: number; readonly urv: number }
  | { readonly what: 'damping'; readonly seconds: number }
  | { readonly what: 'transfer'; readonly transfer: Transfer }
  /** What stands there now is zero pressure. */
  | { readonly what: 'zero-trim' }
  /** What stands there now, by the reference. */
  | { readonly what: 'sensor-trim'; readonly end: 'lower' | 'upper'; readonly truth: number }
  /** What the meter shows while the instrument believes it sends 4 or 20 mA. */
  | { readonly what: 'output-trim'; readonly end: 'lower' | 'upper'; readonly measured: number }
  /** The loop current held, to look at the output alone; null lets go. */
  | { readonly what: 'fixed-current'; readonly milliamp: number | null }
  | { readonly what: 'protection'; readonly isOn: boolean }

/** A zero trim takes away no more than that of the span: more is no zero. Ours; makers have such a limit. */
const ZERO_TRIM_LIMIT_PERCENT = 10
/** A trim changes a gain by no more. */
const GAIN_LIMIT = 0.1
const LOWEST_FIXED = 3.6

/**
 * The rig after something was written into its instrument.
 *
 * @throws {Refusal} as the instrument would refuse it: no communicator, no supply, protected, beyond its sensor or its trims
 */
export function writtenTo(rig: Rig, written: Written): Rig {
  const { model } = rig
  const { digital } = model
  if (!digital) throw new Refusal('instrument', 'it takes no communicator', 'it is adjusted by hand')
  if (!rig.hasSupply) throw new Refusal('instrument', 'it does not answer', 'look at its supply')
  if (written.what === 'protection') return { ...rig, isProtected: written.isOn }
  if (rig.isProtected) throw new Refusal('instrument', 'it is write-protected', 'take the protection off first')
  switch (written.what) {
    case 'range':
      return withDigital(rig, rangeOf(model, written))
    case 'damping':
      if (!(written.seconds >= 0 && written.seconds <= 60))
        throw new Refusal('seconds', `${written.seconds} s`, 'it takes 0 to 60 s')
      return withDigital(rig, { dampingSeconds: written.seconds })
    case 'transfer':
      transferCurve(written.transfer) // refuses what is none
      return withDigital(rig, { transfer: written.transfer })
    case 'zero-trim':
      return zeroTrimmed(rig)
    case 'sensor-trim':
      return sensorTrimmed(rig, written)
    case 'output-trim':
      return outputTrimmed(rig, written)
    case 'fixed-current': {
      const { milliamp } = written
      if (milliamp !== null && !(milliamp >= LOWEST_FIXED && milliamp <= ALARM_MILLIAMP))
        throw new Refusal('milliamp', `${milliamp} mA`, `it holds ${LOWEST_FIXED} to ${ALARM_MILLIAMP} mA`)
      return { ...rig, fixedMilliamp: milliamp }
    }
    default:
      return written satisfies never
  }
}

type Digital = NonNullable<InstrumentModel['digital']>
const digitalOf = ({ model }: Rig): Digital => {
  if (!model.digital) throw new Error('asked only of digital ones') // cannot be: refused above
  return model.digital
}
const withDigital = (rig: Rig, change: Partial<Digital>): Rig => ({
  ...rig,
  model: { ...rig.model, digital: { ...digitalOf(rig), ...change } },
})

function rangeOf({ sensor }: InstrumentModel, { lrv, urv }: { lrv: number; urv: number }) {
  if (!(Number.isFinite(lrv) && Number.isFinite(urv)) || lrv === urv)
    throw new Refusal('urv', 'leaves no span', 'enter two different values')
  for (const end of [lrv, urv])
    if (end < sensor.limitLow || end > sensor.limitHigh)
      throw new Refusal('urv', `${end} is beyond the sensor`, `stay within ${sensor.limitLow} … ${sensor.limitHigh}`)
  return { lrv, urv }
}

/** PV as it stands, in the unit of the range. */
function pvOf({ reading, model: { range } }: Rig): number {
  if (reading?.pvPercent == null) throw new Refusal('pv', 'was not read yet', 'wait until it has come up')
  return range.lrv + (reading.pvPercent / 100) * (range.urv - range.lrv)
}

function zeroTrimmed(rig: Rig): Rig {
  const { lrv, urv } = rig.model.range
  const pv = pvOf(rig)
  const most = (Math.abs(urv - lrv) * ZERO_TRIM_LIMIT_PERCENT) / 100
  if (Math.abs(pv) > most)
    throw new Refusal('pv', 'is too far from zero to be a zero', 'vent it, and look whether pressure is shut in')
  return withDigital(rig, { trimOffset: digitalOf(rig).trimOffset - pv })
}

/** The lower end shifts; the upper end turns about the last lower one, or about LRV. */
function sensorTrimmed(rig: Rig, { end, truth }: { end: 'lower' | 'upper'; truth: number }): Rig {
  const { trimGain, trimOffset } = digitalOf(rig)
  const pv = pvOf(rig)
  if (end === 'lower') {
    const most = (Math.abs(rig.model.range.urv - rig.model.range.lrv) * ZERO_TRIM_LIMIT_PERCENT) / 100
    if (Math.abs(truth - pv) > most) throw new Refusal('truth', 'is too far from PV', 'check the figure and its unit')
    return { ...withDigital(rig, { trimOffset: trimOffset + truth - pv }), lowerTrim: truth }
  }
  const pivot = rig.lowerTrim ?? rig.model.range.lrv
  const gain = (truth - pivot) / (pv - pivot)
  refuseGain(gain)
  return withDigital(rig, { trimGain: trimGain * gain, trimOffset: pivot + (trimOffset - pivot) * gain })
}

/** The current that was measured where 4 or 20 mA were meant; the other end stays. */
function outputTrimmed(rig: Rig, { end, measured }: { end: 'lower' | 'upper'; measured: number }): Rig {
  const { output } = rig.model
  if (!output) throw new Refusal('instrument', 'it sends no current', 'there is nothing to trim')
  const [meant, other] = end === 'lower' ? [4, 20] : [20, 4]
  const stays = other * output.gain + output.offsetMilliamp
  const factor = (meant - stays) / (measured - stays)
  refuseGain(factor)
  const gain = output.gain * factor
  const next = { ...output, gain, offsetMilliamp: stays - other * gain }
  return { ...rig, model: { ...rig.model, output: next } }
}

function refuseGain(gain: number): void {
  if (!(Math.abs(gain - 1) <= GAIN_LIMIT))
    throw new Refusal('truth', 'asks for more than a trim can do', 'check the figure, its unit and the reference')
}
