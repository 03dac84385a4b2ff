import { z } from 'zod'
import { pointVerdict } from '@/core/error/verdict'
import {
  acceptsUpTo,
  conditionWords,
  meetsCondition,
  RUN_RULE_IDS,
  RUN_RULES,
  rulingOn,
} from '@/core/run/plan/decisionRule'
import { worked } from '@/core/workings/workings'
import { aboveZero, number, quantity, result, titled } from '@/schema/field'
import { pointVerdictWords } from '@/words/pointVerdictWords'
import { calculation } from '../calculation'
import { Unit } from './conformityTerms'

export const decideByRule = calculation({
  name: 'decide-by-rule',
  group: 'conformity',
  title: 'Verdict of a run’s rule',
  summary: 'What a run says of one error under its decision rule, by the same code.',
  input: z.object({
    error: number('Measured error'),
    limit: aboveZero('Error limit, ±'),
    adjustLimit: titled(aboveZero('').nullable(), 'Adjust limit, ±'),
    expandedUncertainty: aboveZero('Expanded uncertainty U'),
    unit: Unit,
    decisionRule: titled(z.enum(RUN_RULE_IDS), 'Decision rule'),
    largestUncertaintyShare: titled(
      z.number().positive().max(1),
      'Largest U that simple acceptance takes, as a share of the limit',
    ),
  }),
  answer: z.object({
    verdict: titled(z.string(), 'Verdict'),
    acceptedUpTo: result('Accepted up to, ±'),
    says: titled(z.string(), 'The rule'),
  }),
  example: {
    error: 0.147,
    limit: 0.16,
    adjustLimit: 0.09,
    expandedUncertainty: 0.036,
    unit: 'kPa',
    decisionRule: 'guard-band',
    largestUncertaintyShare: 0.5,
  },
  work: ({ error, limit, adjustLimit, expandedUncertainty, unit, decisionRule, largestUncertaintyShare }) => {
    const rule = { decisionRule, largestUncertaintyShare }
    const point = {
      errorPercentSpan: error,
      limitPercentSpan: limit,
      adjustLimitPercentSpan: adjustLimit,
      verdict: pointVerdict({ error, limit, adjustLimit }),
    }
    const ruling = rulingOn(point, rule, expandedUncertainty)
    const bounds = { limit, expandedUncertainty, largestShare: largestUncertaintyShare }
    const acceptance = meetsCondition(decisionRule, bounds) ? acceptsUpTo(decisionRule, bounds) : 0
    return {
      verdict: pointVerdictWords({ ...point, ...ruling }),
      acceptedUpTo: quantity(acceptance, unit),
      says: `${RUN_RULES[decisionRule].says}; it asks that ${conditionWords(rule)}`,
      workings: [
        {
          finds: 'accepted up to',
          formula: 'A of the rule, 0 where its condition is not met',
          from: [worked('TL', limit, unit), worked('U', expandedUncertainty, unit)],
          result: worked('A', acceptance, unit),
          source: 'ILAC-G8:09/2019, 4.2',
        },
      ],
    }
  },
})
