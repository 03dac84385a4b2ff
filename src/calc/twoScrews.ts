import { z } from 'zod'
import { adviseScrews } from '@/core/adjust/twoScrews'
import { pathOf } from '@/core/run/advise/screwWork'
import { outputAtPercent, percentOfOutput } from '@/core/signal/signal'
import { worked } from '@/core/workings/workings'
import { RangeInput, SignalChoice } from '../schema/choices'
import { aboveZero, number, optionalNumber, quantity, result, titled } from '../schema/field'
import { calculation } from './calculation'
import { scaleOf } from './shared'

export const twoScrews = calculation({
  name: 'two-screws',
  group: 'adjust',
  title: 'Two interacting screws',
  summary:
    'What reading to set at the next end, on purpose off, so that both ends come home together; and how many passes are left.',
  input: z.object({
    range: RangeInput,
    signal: SignalChoice,
    limitPercent: aboveZero('Error limit, ± % of span'),
    noisePercent: aboveZero('Scatter of a reading, % of span'),
    zeroReading: number('Reading at 0 % before the first touch'),
    fullReading: number('Reading at 100 % before the first touch'),
    moves: titled(
      z
        .array(
          z.object({
            screw: titled(z.enum(['zero', 'span']), 'Screw'),
            before: number('Read before'),
            after: number('Set to'),
            turns: optionalNumber('Turns'),
          }),
        )
        .max(60),
      'Moves so far, each read at its own end',
    ),
    zeroReadNow: optionalNumber('Read again at 0 % since the last move'),
    fullReadNow: optionalNumber('Read again at 100 % since the last move'),
  }),
  answer: z.object({
    isDone: titled(z.boolean(), 'Both ends inside the limit'),
    nextScrew: titled(z.enum(['zero', 'span']), 'Next screw'),
    setTo: result('Set the reading to'),
    aim: result('That is, an error on purpose of'),
    passesLeft: titled(z.int(), 'Passes left'),
    zeroError: result('Error at 0 % now'),
    fullError: result('Error at 100 % now'),
    interaction: result('Of a span move, this much comes back at 0 %'),
    interactionUncertainty: result('… known to ±'),
    notices: titled(z.array(z.object({ kind: z.string(), screw: z.string(), says: z.string() })), 'Noticed'),
    afterMove: titled(
      z.object({ zeroError: z.number(), fullError: z.number() }),
      'Both errors after that move, % of span',
    ),
    path: titled(z.array(z.object({ zeroError: z.number(), fullError: z.number() })), 'Path of both errors, % of span'),
  }),
  example: {
    range: { lrv: 0, urv: 30, unit: 'kPa' },
    signal: '20-100kPa',
    limitPercent: 0.5,
    noisePercent: 0.05,
    zeroReading: 22.3,
    fullReading: 96.1,
    moves: [
      { screw: 'zero', before: 22.3, after: 19.0, turns: -0.8 },
      { screw: 'span', before: 92.9, after: 100.0, turns: 1.6 },
    ],
    zeroReadNow: 21.5,
    fullReadNow: null,
  },
  work: ({ range, signal, limitPercent, noisePercent, zeroReading, fullReading, moves, zeroReadNow, fullReadNow }) => {
    const scale = scaleOf(signal, range)
    const errorAt = (percent: number) => (reading: number) => percentOfOutput(reading, scale) - percent
    const at = { zero: errorAt(0), span: errorAt(100) }
    const orNull = (convert: (reading: number) => number, reading: number | null) =>
      reading === null ? null : convert(reading)
    const inPercent = moves.map(({ screw, before, after, turns }) => ({
      screw,
      errorBefore: at[screw](before),
      errorAfter: at[screw](after),
      turns,
    }))
    const start = { zeroError: at.zero(zeroReading), fullError: at.span(fullReading) }
    const advice = adviseScrews({
      ...start,
      moves: inPercent,
      zeroReadNow: orNull(at.zero, zeroReadNow),
      fullReadNow: orNull(at.span, fullReadNow),
      limit: limitPercent,
      noise: noisePercent,
    })
    const setTo = outputAtPercent((advice.nextScrew === 'zero' ? 0 : 100) + advice.aimPercent, scale)
    const path = pathOf(start, inPercent, advice)
    return {
      isDone: advice.isDone,
      nextScrew: advice.nextScrew,
      setTo: quantity(setTo, scale.unit),
      aim: quantity(advice.aimPercent, '% of span'),
      afterMove: { ...advice.afterMove },
      passesLeft: advice.passesLeft,
      zeroError: quantity(advice.zeroError, '% of span'),
      fullError: quantity(advice.fullError, '% of span'),
      interaction: quantity(advice.interaction.value * 100, '%'),
      interactionUncertainty: quantity(advice.interaction.standardUncertainty * 100, '%'),
      notices: advice.notices.map((notice) => ({ ...notice })),
      path: [...path, { zeroError: advice.zeroError, fullError: advice.fullError }],
      workings: [
        {
          finds: 'interaction, from what every span move did at 0 %',
          formula: 'k = Σ(move · change) / Σ(move²), with a prior of 0.3 ± 0.25',
          from: [
            worked('scatter', noisePercent, '% of span'),
            worked('moves', inPercent.filter(({ screw }) => screw === 'span').length, ''),
          ],
          result: worked('k', advice.interaction.value, ''),
          source: 'weighted least squares, own derivation; prior: common practice, no source',
        },
        ...(advice.nextScrew === 'zero'
          ? [
              {
                finds: 'error to leave at 0 %, which the span move will take back',
                formula: 'z* = k · (f − m · z) / (1 − k · m)',
                from: [
                  worked('k', advice.interaction.value, ''),
                  worked('m', advice.zeroAtFull.value, ''),
                  worked('z', advice.zeroError, '% of span'),
                  worked('f', advice.fullError, '% of span'),
                ],
                result: worked('z*', advice.aimPercent, '% of span'),
                source: 'two linear equations solved for both errors zero; own derivation',
              },
            ]
          : []),
      ],
    }
  },
})
