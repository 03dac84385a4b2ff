import { FAULTS } from '../../src/bench/simulate/faults'
import { perfectInstrument, type SimulatedKind } from '../../src/bench/simulate/instrumentModel'
import { type CheckReading, simulateCheck } from '../../src/bench/simulate/simulateCheck'
import type { Cause } from '../../src/core/diagnosis/cause'
import { diagnose } from '../../src/core/diagnosis/diagnose'
import type { Diagnosis } from '../../src/core/diagnosis/diagnosis'
import type { DiagnosisContext, DiagnosisReading } from '../../src/core/diagnosis/diagnosisReading'
import { randomStream } from '../../src/core/statistics/randomStream'
import type { Transfer } from '../../src/core/transfer/transfer'

/** What is read of an instrument, and the causes those readings can tell apart. */
export type TrialSetting = {
  readonly name: string
  readonly kind: SimulatedKind
  readonly transfer: Transfer
  readonly reads: { readonly pv: boolean; readonly ao: boolean; readonly volts: boolean }
  readonly limitPercent: number
  readonly percents: readonly number[]
  readonly causes: readonly Cause[]
}

const WHOLE: Cause[] = [
  'none',
  'non-linearity',
  'hysteresis',
  'range-differs',
  'reverse-action',
  'equalised-or-leaking',
  'plugged-line',
  'reference-over-range',
  'mistyped-reading',
]
const SINGLE_STAGE: Cause[] = ['zero-shift', 'span-error', 'zero-and-span']
const STAGES: Cause[] = [
  'sensor-stage',
  'output-stage',
  'both-stages',
  'saturation',
  'supply-too-low',
  'failure-signal',
]
const FIVE = [0, 25, 50, 75, 100]
const ELEVEN = [0, 10, 20, 30, 40, 50, 60, 70, 80, 90, 100]

/** The settings that the benchmark and the tests measure. Limits invented for the trial. */
export const TRIAL_SETTINGS: readonly TrialSetting[] = [
  {
    name: 'pneumatic, 5 points up and down',
    kind: 'pneumatic',
    transfer: { kind: 'linear' },
    reads: { pv: false, ao: false, volts: false },
    limitPercent: 0.6,
    percents: FIVE,
    causes: [...WHOLE, ...SINGLE_STAGE, 'wrong-unit'],
  },
  {
    name: 'analogue 4–20 mA with terminal volts, 11 points up and down',
    kind: 'analogue',
    transfer: { kind: 'linear' },
    reads: { pv: false, ao: false, volts: true },
    limitPercent: 0.4,
    percents: ELEVEN,
    causes: [...WHOLE, ...SINGLE_STAGE, 'wrong-unit', 'saturation', 'supply-too-low'],
  },
  {
    name: 'digital, PV, AO, meter and volts, 5 points up and down',
    kind: 'digital',
    transfer: { kind: 'linear' },
    reads: { pv: true, ao: true, volts: true },
    limitPercent: 0.2,
    percents: FIVE,
    causes: [...WHOLE, ...STAGES, 'wrong-unit'],
  },
  {
    name: 'digital in water columns, limit 0.05 %, 11 points up and down',
    kind: 'digital',
    transfer: { kind: 'linear' },
    reads: { pv: true, ao: true, volts: true },
    limitPercent: 0.05,
    percents: ELEVEN,
    causes: [...WHOLE, ...STAGES, 'water-reference'],
  },
  {
    name: 'flow by DP, root with 10 % cut-off, PV, AO, meter and volts, 11 points up and down',
    kind: 'digital',
    transfer: { kind: 'root-to-zero', cutOffPercent: 10 },
    reads: { pv: true, ao: true, volts: true },
    limitPercent: 0.2,
    percents: ELEVEN,
    causes: [...WHOLE, ...STAGES, 'root-twice', 'root-missing', 'wrong-unit'],
  },
  {
    name: 'flow by DP, root, only the meter, 11 points up and down',
    kind: 'digital',
    transfer: { kind: 'root-to-zero', cutOffPercent: 10 },
    reads: { pv: false, ao: false, volts: true },
    limitPercent: 0.2,
    percents: ELEVEN,
    causes: [
      'none',
      'zero-shift',
      'span-error',
      'zero-and-span',
      'hysteresis',
      'non-linearity',
      'root-twice',
      'root-missing',
      'reverse-action',
      'equalised-or-leaking',
      'plugged-line',
      'saturation',
      'supply-too-low',
      'failure-signal',
      'reference-over-range',
      'mistyped-reading',
      'wrong-unit',
    ],
  },
]

/** One trial: an instrument with a fault of two to five limits and a tenth of the limit as noise, read and diagnosed. */
export function diagnosisTrial(setting: TrialSetting, cause: Cause, seed: number): Diagnosis {
  const { readings, context } = trialReadings(setting, cause, seed)
  return diagnose(readings, context)
}

/** The readings of a trial and what is known beside them. */
export function trialReadings(
  setting: TrialSetting,
  cause: Cause,
  seed: number,
): { readings: DiagnosisReading[]; context: DiagnosisContext } {
  const stream = randomStream(seed)
  const noisePercent = setting.limitPercent / 10
  const size = setting.limitPercent * (2 + 3 * stream.uniform())
  // A root has its zero at zero pressure; others are tried with an elevated zero too.
  const isElevated = setting.transfer.kind === 'linear' && seed % 3 === 0
  const range = isElevated ? { lrv: -75, urv: 175 } : { lrv: 0, urv: 250 }
  const perfect = perfectInstrument(setting.kind, range)
  const model = {
    ...perfect,
    noisePercent,
    digital: perfect.digital && { ...perfect.digital, transfer: setting.transfer },
  }
  const plan = {
    percents: setting.percents,
    isUpAndDown: true,
    cycles: 1,
    pumpScatterPercent: 0.3,
    referenceEndPercent: null,
  }
  const fault = FAULTS[cause]
  if (!fault) throw new Error(`no fault to simulate for ${cause}`)
  const check = fault({ model, plan }, size, stream)
  const readings = simulateCheck(check.model, check.plan, seed * 7919 + 13)
  return {
    readings: (check.tamper ? check.tamper(readings) : readings).map((reading) => seen(reading, setting)),
    context: {
      transfer: setting.transfer,
      unit: cause === 'water-reference' || setting.causes.includes('water-reference') ? 'inH2O@20C' : 'kPa',
      zeroPressurePercent: isElevated ? 30 : 0,
      noisePercent,
      limitPercent: setting.limitPercent,
      isCurrentLoop: setting.kind !== 'pneumatic',
      hasFailureLevels: setting.kind === 'digital',
      wetLegPercent: null,
      minimumTerminalVolts: setting.reads.volts ? 12 : null,
    },
  }
}

function seen(reading: CheckReading, { reads }: TrialSetting): DiagnosisReading {
  const { targetPercent, direction, appliedPercent, outputPercent, pvPercent, aoPercent, terminalVolts } = reading
  return {
    targetPercent,
    direction,
    appliedPercent,
    outputPercent,
    pvPercent: reads.pv ? pvPercent : null,
    aoPercent: reads.ao ? aoPercent : null,
    terminalVolts: reads.volts ? terminalVolts : null,
  }
}

/** How often each cause was put first, for each true cause. */
export type Confusion = ReadonlyMap<Cause, ReadonlyMap<Cause, number>>

/** Runs `count` trials of every cause of a setting. */
export function confusionOf(setting: TrialSetting, count: number): Confusion {
  return new Map(
    setting.causes.map((cause) => {
      const named = new Map<Cause, number>()
      for (let trial = 0; trial < count; trial++) {
        const { group } = diagnosisTrial(setting, cause, 1000 + trial * 31)
        // What the readings cannot tell apart is named together.
        const first = group.includes(cause) ? cause : (group[0] ?? 'none')
        named.set(first, (named.get(first) ?? 0) + 1)
      }
      return [cause, named]
    }),
  )
}
