import { z } from 'zod'
import { beyondPoints, correctionAt, isNotCovered, uncertaintyAt } from '@/core/reference/calibrationPoints'
import { worked } from '@/core/workings/workings'
import { list, number, quantity, result, titled, zeroOrMore } from '@/schema/field'
import { calculation } from '../calculation'
import { Unit } from '../conformity/conformityTerms'

export const certificateCorrection = calculation({
  name: 'certificate-correction',
  group: 'uncertainty',
  title: 'Correction by a certificate',
  summary:
    'What has to be added to what a reference shows, and U of that, between the points of its certificate and beyond.',
  input: z.object({
    indicated: number('Shown'),
    unit: Unit,
    points: list(
      z.object({
        indicated: number('Shown'),
        correction: number('Correction'),
        uncertainty: zeroOrMore('U'),
      }),
      'Points of the certificate',
      { least: 1, most: 100 },
    ),
  }),
  answer: z.object({
    correction: result('Correction'),
    corrected: result('With correction'),
    uncertainty: result('U of it'),
    says: titled(z.string(), 'In words'),
  }),
  example: {
    indicated: 10.55,
    unit: 'bar',
    points: [
      { indicated: 0, correction: 0.002, uncertainty: 0.003 },
      { indicated: 4, correction: 0.005, uncertainty: 0.004 },
      { indicated: 10, correction: -0.004, uncertainty: 0.006 },
    ],
  },
  work: ({ indicated, unit, points }) => {
    const rising = points.toSorted((a, b) => a.indicated - b.indicated)
    const correction = correctionAt(indicated, rising)
    const uncertainty = uncertaintyAt(indicated, rising)
    const beyond = beyondPoints(indicated, rising)
    return {
      correction: quantity(correction, unit),
      corrected: quantity(indicated + correction, unit),
      uncertainty: quantity(uncertainty, unit),
      says: isNotCovered(indicated, rising)
        ? 'not covered by the certificate: take a reference that covers it'
        : beyond > 0
          ? 'beyond the points: U grows with the distance'
          : 'between the points: on a straight line',
      workings: [
        {
          finds: 'U of the correction',
          formula: beyond > 0 ? 'U = Uₙ + d · (|Δc/Δx|max + Uₙ/L)' : 'U between its neighbours, on a straight line',
          from: [worked('x', indicated, unit), worked('d', beyond, unit)],
          result: worked('U', uncertainty, unit),
          source: 'ours: of what lies beyond its points a certificate says nothing',
        },
      ],
    }
  },
})
