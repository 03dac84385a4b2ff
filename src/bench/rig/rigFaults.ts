import type { Cause } from '../../core/diagnosis/cause'
import type { RandomStream } from '../../core/statistics/randomStream'
import { FAULTS } from '../simulate/faults'
import type { InstrumentModel } from '../simulate/instrumentModel'
import type { Rig, RigFacts } from './rigModel'

/** What is wrong with a rig. Those that a diagnosis names are the simulator’s own, one source for both. */
type Fault = {
  readonly title: string
  /** Where it sits: in the instrument, in its loop, in the piping, or in what it is checked with. */
  readonly part: 'instrument' | 'loop' | 'piping' | 'reference'
  /** @param severity from a trifle, 0, to what nobody overlooks, 1 */
  readonly lay: (rig: Rig, severity: number, stream: RandomStream) => Rig
}

const withModel = (rig: Rig, change: Partial<InstrumentModel>): Rig => ({ ...rig, model: { ...rig.model, ...change } })
const withFacts = (rig: Rig, change: Partial<RigFacts>): Rig => ({ ...rig, facts: { ...rig.facts, ...change } })
const withSensor = (rig: Rig, change: Partial<InstrumentModel['sensor']>): Rig =>
  withModel(rig, { sensor: { ...rig.model.sensor, ...change } })
const withOutput = (rig: Rig, change: Partial<NonNullable<InstrumentModel['output']>>): Rig =>
  withModel(rig, { output: rig.model.output && { ...rig.model.output, ...change } })
const withDigital = (rig: Rig, change: Partial<NonNullable<InstrumentModel['digital']>>): Rig =>
  withModel(rig, { digital: rig.model.digital && { ...rig.model.digital, ...change } })
const sign = ({ uniform }: RandomStream) => (uniform() < 0.5 ? -1 : 1)
/** Between what is just met and what nobody overlooks, evenly by ratio. */
const between = (low: number, high: number, severity: number) => low * (high / low) ** severity
const spanOf = ({ model }: Rig) => Math.abs(model.range.urv - model.range.lrv)

/** A fault of the simulator, 0.3 to 5 % of span in size. */
const simulated =
  (cause: Cause): Fault['lay'] =>
  (rig, severity, stream) => {
    const plan = { percents: [0, 100], isUpAndDown: true, cycles: 1, pumpScatterPercent: 0, referenceEndPercent: null }
    const laid = FAULTS[cause]?.({ model: rig.model, plan }, between(0.3, 5, severity), stream)
    return laid ? { ...rig, model: laid.model } : rig
  }
const of = (part: Fault['part'], title: string, lay: Fault['lay']): Fault => ({ part, title, lay })

/** Every fault that can be laid into a rig. */
export const RIG_FAULTS = {
  'zero-shift': of('instrument', 'zero has shifted', simulated('zero-shift')),
  'span-error': of('instrument', 'span is off', simulated('span-error')),
  'zero-and-span': of('instrument', 'zero and span are off', simulated('zero-and-span')),
  bow: of('instrument', 'the line is bowed', simulated('non-linearity')),
  hysteresis: of('instrument', 'up differs from down', simulated('hysteresis')),
  'sensor-stage': of('instrument', 'the sensor stage is off', simulated('sensor-stage')),
  'output-stage': of('loop', 'the output stage is off', simulated('output-stage')),
  'both-stages': of('instrument', 'both stages are off', simulated('both-stages')),
  'wrong-unit': of('instrument', 'it is set to another unit', simulated('wrong-unit')),
  'water-reference': of('instrument', 'it counts in another water', simulated('water-reference')),
  'range-differs': of('instrument', 'it is set to another range', simulated('range-differs')),
  'reverse-action': of('instrument', 'it acts the other way round', simulated('reverse-action')),
  'cell-equalised': of('piping', 'the equaliser passes', simulated('equalised-or-leaking')),
  plugged: of('piping', 'the line is plugged', simulated('plugged-line')),
  saturated: of('loop', 'the output stops short', simulated('saturation')),
  'failure-signal': of('instrument', 'it signals its own failure', simulated('failure-signal')),
  'supply-low': of('loop', 'the supply is too low', simulated('supply-too-low')),
  'supply-off': of('loop', 'the supply is off', (rig) => ({ ...rig, hasSupply: false })),
  'loop-resistance': of('loop', 'there is too much in the loop', (rig, severity) =>
    withOutput(rig, { loopOhm: between(760, 3000, severity) }),
  ),
  'current-held': of('loop', 'the current was left held', (rig, severity) => ({
    ...rig,
    fixedMilliamp: 5 + 14 * severity,
  })),
  'meter-gain': of('reference', 'the meter’s gain is off', (rig, severity, stream) =>
    withFacts(rig, { meter: { ...rig.facts.meter, gain: 1 + (sign(stream) * between(0.2, 3, severity)) / 100 } }),
  ),
  'meter-zero': of('reference', 'the meter’s zero is off', (rig, severity, stream) =>
    withFacts(rig, { meter: { ...rig.facts.meter, offset: sign(stream) * between(0.02, 0.4, severity) } }),
  ),
  'reference-gain': of('reference', 'the reference’s gain is off', (rig, severity, stream) =>
    withFacts(rig, {
      reference: { ...rig.facts.reference, gain: 1 + (sign(stream) * between(0.2, 3, severity)) / 100 },
    }),
  ),
  'reference-zero': of('reference', 'the reference was not zeroed', (rig, severity, stream) =>
    withFacts(rig, {
      reference: { ...rig.facts.reference, offset: (sign(stream) * between(0.2, 3, severity) * spanOf(rig)) / 100 },
    }),
  ),
  'reference-coarse': of('reference', 'the reference shows too few digits', (rig, severity) =>
    withFacts(rig, { reference: { ...rig.facts.reference, step: (between(1, 8, severity) * spanOf(rig)) / 100 } }),
  ),
  'hose-leak': of('piping', 'the hose leaks', (rig, severity) =>
    withFacts(rig, { leaksM3PerS: { ...rig.facts.leaksM3PerS, hose: between(2e-8, 4e-6, severity) } }),
  ),
  'cell-leak': of('piping', 'a plug at the cell leaks', (rig, severity) =>
    withFacts(rig, { leaksM3PerS: { ...rig.facts.leaksM3PerS, 'cell-high': between(2e-8, 4e-6, severity) } }),
  ),
  'pump-worn': of('reference', 'the pump’s seals are worn', (rig, severity) =>
    withFacts(rig, { pump: { ...rig.facts.pump, strokeM3: rig.facts.pump.strokeM3 * (0.5 - 0.45 * severity) } }),
  ),
  'source-slow': of('reference', 'the source is slow', (rig, severity) =>
    withFacts(rig, { slewPaPerS: rig.facts.slewPaPerS / between(3, 60, severity) }),
  ),
  'damping-high': of('instrument', 'the damping was left high', (rig, severity) =>
    withDigital(rig, { dampingSeconds: between(4, 40, severity) }),
  ),
  'write-protected': of('instrument', 'it is write-protected', (rig) => ({ ...rig, isProtected: true })),
  sticking: of('instrument', 'it sticks', (rig, severity) =>
    withSensor(rig, { stickingPercent: between(0.3, 4, severity) }),
  ),
  noisy: of('instrument', 'it is noisy', (rig, severity) =>
    withModel(rig, { noisePercent: between(0.1, 2, severity) }),
  ),
  'sensor-short': of('instrument', 'the capsule stops short', (rig, severity) =>
    withSensor(rig, {
      limitHigh: rig.model.range.lrv + (0.9 - 0.5 * severity) * (rig.model.range.urv - rig.model.range.lrv),
    }),
  ),
  'warm-zero': of('instrument', 'its zero goes with the temperature', (rig, severity) =>
    withSensor(withFacts(rig, { kelvin: rig.facts.kelvin + 15 }), {
      zeroPercentPerKelvin: between(0.02, 0.3, severity),
    }),
  ),
  'lrv-shifted': of('instrument', 'its range begins elsewhere', (rig, severity, stream) => {
    const { digital, range } = rig.model
    const shift = (sign(stream) * between(0.5, 12, severity) * (range.urv - range.lrv)) / 100
    return withDigital(rig, { lrv: (digital?.lrv ?? range.lrv) + shift, urv: (digital?.urv ?? range.urv) + shift })
  }),
  'leg-lost': of('piping', 'the filled leg has run out', (rig) => ({
    ...rig,
    hookUp: { ...rig.hookUp, isFilled: false },
  })),
} as const satisfies Record<string, Fault>
export type RigFault = keyof typeof RIG_FAULTS
export const RIG_FAULT_IDS = Object.keys(RIG_FAULTS) as RigFault[] // keys of a const object

/** A rig with a fault in it. */
export const withFault = (rig: Rig, fault: RigFault, severity: number, stream: RandomStream): Rig =>
  RIG_FAULTS[fault].lay(rig, severity, stream)

/** A rig with something wrong that nobody is told of: any fault that this hook-up can have, of middling severity or more. */
export function withHiddenFault(rig: Rig, stream: RandomStream): { readonly rig: Rig; readonly fault: RigFault } {
  const possible = RIG_FAULT_IDS.filter((fault) => fault !== 'leg-lost' || rig.facts.legPa !== 0)
  const fault = possible[Math.floor(stream.uniform() * possible.length)] ?? 'zero-shift'
  return { rig: withFault(rig, fault, 0.5 + 0.5 * stream.uniform(), stream), fault }
}
