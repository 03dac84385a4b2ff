import { z } from 'zod'
import { USUAL_RATIO_FLOOR } from '@/core/conformity/accuracyRatio'
import { ratioText } from '@/core/conformity/fitnessIssue'
import { testUncertaintyRatio } from '@/core/conformity/uncertaintyRatio'
import { exceeds } from '@/core/error/verdict'
import { worked } from '@/core/workings/workings'
import { aboveZero, titled } from '@/schema/field'
import { calculation } from '../calculation'
import { COMMON_PRACTICE } from '../sources'
import { Unit } from './conformityTerms'

export const ratios = calculation({
  name: 'ratios',
  group: 'conformity',
  title: 'Test uncertainty and accuracy ratio',
  summary:
    'How much finer the comparison is than the limit: by its expanded uncertainty (TUR), and by the reference’s accuracy (TAR).',
  input: z.object({
    limit: aboveZero('Error limit, ±'),
    expandedUncertainty: aboveZero('Expanded uncertainty U (k = 2)'),
    accuracy: aboveZero('Accuracy of the reference, ±'),
    unit: Unit,
  }),
  answer: z.object({
    tur: titled(z.number(), 'TUR'),
    tar: titled(z.number(), 'TAR'),
    says: titled(z.string(), 'In words'),
  }),
  example: { limit: 0.16, expandedUncertainty: 0.031, accuracy: 0.024, unit: 'kPa' },
  work: ({ limit, expandedUncertainty, accuracy, unit }) => {
    const tur = testUncertaintyRatio(limit, expandedUncertainty)
    const tar = testUncertaintyRatio(limit, accuracy)
    return {
      tur,
      tar,
      says: `${ratioText(tur)}, ${exceeds(USUAL_RATIO_FLOOR, tur) ? 'below' : 'at or above'} the usual floor of ${USUAL_RATIO_FLOOR} : 1`,
      workings: [
        {
          finds: 'TUR',
          formula: 'TUR = TL / U',
          from: [worked('TL', limit, unit), worked('U', expandedUncertainty, unit)],
          result: worked('TUR', tur, ''),
          source: 'ANSI/NCSL Z540.3-2006, 3.11 (from memory)',
        },
        {
          finds: 'TAR',
          formula: 'TAR = TL / a',
          from: [worked('TL', limit, unit), worked('a', accuracy, unit)],
          result: worked('TAR', tar, ''),
          source: COMMON_PRACTICE,
        },
      ],
    }
  },
})
