import { z } from 'zod'
import { CAUSE_IDS, type Cause } from '@/core/diagnosis/cause'
import { diagnose } from '@/core/diagnosis/diagnose'
import type { Diagnosis } from '@/core/diagnosis/diagnosis'
import { signalFacts } from '@/core/diagnosis/signalFacts'
import { usualScatter } from '@/core/error/usualScatter'
import { percentOfOutput } from '@/core/signal/signal'
import { isTwoWireLoop } from '@/core/signal/signalKind'
import { percentOfInput } from '@/core/transfer/linearTransfer'
import { worked } from '@/core/workings/workings'
import { DirectionChoice, RangeInput, SignalChoice, TransferInput } from '../schema/choices'
import { aboveZero, list, number, optionalNumber, titled } from '../schema/field'
import { calculation } from './calculation'
import { scaleOf } from './shared'

const CauseName = z.enum(CAUSE_IDS as [Cause, ...Cause[]]) // never empty
const Reading = z.object({
  target: number('Point, %'),
  direction: DirectionChoice,
  applied: number('Applied'),
  pv: optionalNumber('PV'),
  ao: optionalNumber('AO'),
  output: optionalNumber('Output'),
  terminalVolts: optionalNumber('Volts'),
  minutes: optionalNumber('Minutes').default(null),
})

export const diagnoseReadings = calculation({
  name: 'diagnose',
  group: 'diagnosis',
  title: 'Diagnose a set of readings',
  summary:
    'Ranks causes by how well each explains the readings, says what cannot be told apart, and what to read next.',
  input: z.object({
    range: RangeInput,
    signal: SignalChoice,
    transfer: TransferInput,
    limitPercent: aboveZero('Error limit, ± % of span'),
    noisePercent: titled(
      aboveZero('').nullable(),
      'Scatter of a reading, % of span',
      'a tenth of the limit when empty',
    ),
    wetLeg: optionalNumber('Head of a wet leg, in the unit of the range'),
    minimumVolts: optionalNumber('Volts the instrument needs'),
    hasScrews: titled(
      z.boolean(),
      'Adjusted by two screws',
      'then a low current is no failure signal, and it has no communicator',
    ).default(false),
    readings: list(Reading, 'Readings', { least: 3, most: 200 }),
  }),
  answer: z.object({
    answer: titled(z.enum(['none', 'inside', 'found', 'undecided', 'unexplained']), 'Answer'),
    group: titled(z.array(CauseName), 'Cannot be told apart'),
    groupShare: titled(z.number().nullable(), 'Probability of these'),
    ranked: titled(
      z.array(
        z.object({
          cause: titled(CauseName, 'Cause'),
          words: titled(z.string(), 'In words'),
          evidence: titled(z.string(), 'Evidence'),
          leftOver: titled(z.number(), 'Left over, in scatters'),
          behind: titled(z.number(), 'Behind the first'),
          shape: titled(z.enum(['zero', 'span', 'zero-and-span']).optional(), 'Shape'),
          share: titled(z.number().nullable(), 'Probability'),
          lookalikes: titled(z.array(z.object({ name: z.string(), tellApart: z.string() })), 'Looks the same'),
        }),
      ),
      'Causes',
    ),
    next: titled(
      z
        .object({
          says: z.string(),
          channel: z.enum(['pv', 'ao', 'output', 'volts']).nullable(),
          direction: DirectionChoice.nullable(),
          isHeld: z.boolean(),
          appliedPercent: z.number().nullable(),
          predicts: z.array(z.object({ cause: CauseName, percent: z.number() })),
          tells: z.number(),
        })
        .nullable(),
      'Read next',
    ),
  }),
  example: {
    range: { lrv: 0, urv: 48, unit: 'kPa' },
    signal: '4-20mA',
    transfer: { kind: 'linear' },
    limitPercent: 0.3,
    noisePercent: null,
    wetLeg: null,
    minimumVolts: 11.5,
    hasScrews: false,
    readings: (
      [
        [0, 'rising', 0.0, 0.01, 4.003, 4.068, 19.1],
        [25, 'rising', 12.02, 12.02, 8.007, 8.075, 18.1],
        [50, 'rising', 23.97, 23.98, 11.993, 12.059, 17.2],
        [75, 'rising', 36.03, 36.02, 16.007, 16.077, 16.2],
        [100, 'rising', 47.99, 48.0, 20.0, 20.066, 15.1],
        [75, 'falling', 35.98, 35.98, 15.993, 16.062, 16.2],
        [50, 'falling', 24.01, 24.0, 12.0, 12.069, 17.2],
        [25, 'falling', 11.99, 12.0, 8.0, 8.065, 18.1],
        [0, 'falling', 0.01, 0.01, 4.003, 4.07, 19.1],
      ] as const
    ).map(([target, direction, applied, pv, ao, output, terminalVolts]) => ({
      target,
      direction,
      applied,
      pv,
      ao,
      output,
      terminalVolts,
      minutes: null,
    })),
  },
  work: ({ range, signal, transfer, limitPercent, noisePercent, wetLeg, minimumVolts, hasScrews, readings }) => {
    const scale = scaleOf(signal, range)
    const span = range.urv - range.lrv
    const noise = noisePercent ?? usualScatter(limitPercent)
    const asOutput = (value: number | null) => (value === null ? null : percentOfOutput(value, scale))
    const diagnosis = diagnose(
      readings.map(({ target, direction, applied, pv, ao, output, terminalVolts, minutes }) => ({
        ...(minutes !== null && { minutes }),
        targetPercent: target,
        direction,
        appliedPercent: percentOfInput(applied, range),
        pvPercent: pv === null ? null : percentOfInput(pv, range),
        aoPercent: asOutput(ao),
        outputPercent: asOutput(output),
        terminalVolts,
      })),
      {
        transfer,
        unit: range.unit,
        zeroPressurePercent: percentOfInput(0, range),
        noisePercent: noise,
        limitPercent,
        ...signalFacts(signal, scale),
        hasFailureLevels: isTwoWireLoop(signal) && !hasScrews,
        wetLegPercent: wetLeg === null ? null : (wetLeg / span) * 100,
        minimumTerminalVolts: minimumVolts,
      },
    )
    return { ...answerOf(diagnosis), workings: workingsOf(diagnosis, noise) }
  },
})

const answerOf = ({ answer, group, groupShare, ranked, next }: Diagnosis) => ({
  answer,
  group: [...group],
  groupShare,
  ranked: ranked
    .slice(0, 6)
    .map((cause) => ({ ...cause, lookalikes: cause.lookalikes.map((lookalike) => ({ ...lookalike })) })),
  next: next && { ...next, predicts: next.predicts.map((each) => ({ ...each })) },
})

const workingsOf = ({ ranked }: Diagnosis, noise: number) =>
  ranked.slice(0, 2).map(({ words, leftOver, behind }, index) => ({
    finds: `criterion of “${words}”`,
    formula: 'C = χ² + Σ((p − μ)/s)² + ln det(I + S·JᵀJ) − 2 · ln(how common the cause is)',
    from: [worked('σ', noise, '% of span'), worked('left over', leftOver, 'σ')],
    result: worked(index === 0 ? 'C' : 'C behind the first', behind, ''),
    source: 'evidence by Laplace’s approximation with normal priors; MacKay, Neural Computation 4 (1992) 415',
  }))
