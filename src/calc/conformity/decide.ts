import { z } from 'zod'
import { conformityStatement, STATEMENT_KINDS } from '@/core/conformity/conformityStatement'
import { acceptanceLimit, GUARD_BANDS } from '@/core/conformity/guardBand'
import { aboveZero, number, quantity, result, titled, zeroOrMore } from '@/schema/field'
import { calculation } from '../calculation'
import { Guard, guardStep, Unit } from './conformityTerms'

const Statement = titled(z.enum(STATEMENT_KINDS), 'Answers')

export const decide = calculation({
  name: 'decide',
  group: 'conformity',
  title: 'Statement of conformity',
  summary: 'Pass or fail under a decision rule: simple acceptance or a guard band, with two, three or four answers.',
  input: z.object({
    error: number('Measured error'),
    limit: aboveZero('Error limit, ±'),
    expandedUncertainty: zeroOrMore('Expanded uncertainty U (k = 2)'),
    unit: Unit,
    guardBand: Guard,
    statement: Statement,
  }),
  answer: z.object({
    statement: titled(z.enum(['pass', 'fail', 'undecided', 'conditional pass', 'conditional fail']), 'Statement'),
    acceptanceLimit: result('Accepted up to, ±'),
    guardBandWidth: result('Guard band'),
    rule: titled(z.string(), 'Decision rule'),
  }),
  example: {
    error: -0.137,
    limit: 0.16,
    expandedUncertainty: 0.036,
    unit: 'kPa',
    guardBand: 'expanded-uncertainty',
    statement: 'four-way',
  },
  work: ({ error, limit, expandedUncertainty, unit, guardBand, statement }) => {
    const bounds = { limit, expandedUncertainty }
    const acceptance = acceptanceLimit(guardBand, bounds)
    return {
      statement: conformityStatement(error, { guardBand, statement }, bounds),
      acceptanceLimit: quantity(acceptance, unit),
      guardBandWidth: quantity(limit - acceptance, unit),
      rule: `${statement}, guard band: ${GUARD_BANDS[guardBand]}`,
      workings: [guardStep(guardBand, limit, expandedUncertainty, acceptance, unit)],
    }
  },
})
