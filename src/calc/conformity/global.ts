import { z } from 'zod'
import { acceptanceLimit } from '@/core/conformity/guardBand'
import { globalRisk, priorFromHistory } from '@/core/conformity/risk'
import { worked } from '@/core/workings/workings'
import { aboveZero, list, number, quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'
import { Guard, guardStep, JCGM106, Unit } from './conformityTerms'

export const global = calculation({
  name: 'global-risk',
  group: 'conformity',
  title: 'Global false-accept and false-reject risk',
  summary:
    'What a decision rule lets through and turns away over a whole population, from the history of errors or a stated prior.',
  input: z.object({
    prior: titled(
      z.discriminatedUnion('kind', [
        z.object({
          kind: z.literal('stated'),
          mean: number('Mean error'),
          standardDeviation: aboveZero('Standard deviation'),
        }),
        z.object({
          kind: z.literal('history'),
          errors: list(number('Error'), 'As-found errors', { least: 5, most: 400 }),
        }),
      ]),
      'What is known before',
    ),
    limit: aboveZero('Error limit, ±'),
    standardUncertainty: aboveZero('Standard uncertainty u (k = 1)'),
    guardBand: Guard,
    unit: Unit,
  }),
  answer: z.object({
    falseAccept: result('False accept (consumer’s risk)'),
    falseReject: result('False reject (producer’s risk)'),
    inTolerance: result('Inside the limit, whatever is read'),
    acceptanceLimit: result('Accepted up to, ±'),
    priorMean: result('Prior, mean'),
    priorDeviation: result('Prior, standard deviation'),
  }),
  example: {
    prior: { kind: 'history', errors: [0.04, -0.07, 0.11, 0.02, -0.03, 0.09, 0.05, -0.01, 0.13, 0.06] },
    limit: 0.16,
    standardUncertainty: 0.018,
    guardBand: 'none',
    unit: 'kPa',
  },
  named: { history: 'prior', expandedUncertainty: 'standardUncertainty' },
  work: ({ prior: given, limit, standardUncertainty, guardBand, unit }) => {
    const prior = given.kind === 'stated' ? given : priorFromHistory(given.errors, standardUncertainty)
    const expandedUncertainty = 2 * standardUncertainty
    const acceptance = acceptanceLimit(guardBand, { limit, expandedUncertainty })
    const risk = globalRisk({ prior, limit, acceptanceLimit: acceptance, standardUncertainty })
    return {
      falseAccept: quantity(risk.falseAccept * 100, '%'),
      falseReject: quantity(risk.falseReject * 100, '%'),
      inTolerance: quantity(risk.inTolerance * 100, '%'),
      acceptanceLimit: quantity(acceptance, unit),
      priorMean: quantity(prior.mean, unit),
      priorDeviation: quantity(prior.standardDeviation, unit),
      workings: [
        ...(given.kind === 'history'
          ? [
              {
                finds: 'prior from history',
                formula: 's₀ = √(s² − u²)',
                from: [worked('n', given.errors.length, 'errors'), worked('u', standardUncertainty, unit)],
                result: worked('s₀', prior.standardDeviation, unit),
                source: `${JCGM106}, 8.4`,
              },
            ]
          : []),
        guardStep(guardBand, limit, expandedUncertainty, acceptance, unit),
        {
          finds: 'false-accept risk',
          formula: '∫ over |e| > TL of g₀(e) · [Φ((A − e)/u) − Φ((−A − e)/u)] de',
          from: [
            worked('TL', limit, unit),
            worked('A', acceptance, unit),
            worked('u', standardUncertainty, unit),
            worked('s₀', prior.standardDeviation, unit),
            worked('e₀', prior.mean, unit),
          ],
          result: worked('risk', risk.falseAccept, ''),
          source: `${JCGM106}, 9.5.2`,
        },
      ],
    }
  },
})
