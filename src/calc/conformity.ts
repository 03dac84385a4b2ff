import { z } from 'zod'
import { conformityStatement, STATEMENT_KINDS } from '@/core/conformity/conformityStatement'
import { acceptanceLimit, GUARD_BAND_IDS, GUARD_BANDS, type GuardBand } from '@/core/conformity/guardBand'
import { globalRisk, priorFromHistory, specificRisk } from '@/core/conformity/risk'
import { testUncertaintyRatio } from '@/core/conformity/uncertaintyRatio'
import { worked } from '@/core/workings/workings'
import { aboveZero, list, number, quantity, result, titled, words, zeroOrMore } from '../schema/field'
import { calculation } from './calculation'

const Unit = words('Unit', 20)
const Guard = titled(z.enum(GUARD_BAND_IDS as [GuardBand, ...GuardBand[]]), 'Guard band') // never empty
const Statement = titled(z.enum(STATEMENT_KINDS), 'Answers')
const JCGM106 = 'JCGM 106:2012'

const guardStep = (guardBand: GuardBand, limit: number, uncertainty: number, acceptance: number, unit: string) => ({
  finds: 'acceptance limit',
  formula: {
    none: 'A = TL',
    'expanded-uncertainty': 'A = TL − U',
    'root-difference': 'A = √(TL² − U²)',
    'tur-based': 'A = TL − U · max(0, 1.04 − e^(0.38 · ln(TL / U) − 0.54))',
  }[guardBand],
  from: [worked('TL', limit, unit), worked('U', uncertainty, unit)],
  result: worked('A', acceptance, unit),
  source:
    guardBand === 'tur-based' ? 'ANSI/NCSL Z540.3 handbook, ratio-based method (from memory)' : 'ILAC-G8:09/2019, 4.2',
})

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
      says:
        tur >= 4
          ? `${tur.toFixed(1)} : 1, at or above the usual floor of 4 : 1`
          : `${tur.toFixed(1)} : 1, below the usual floor of 4 : 1`,
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
          source: 'common practice, no source',
        },
      ],
    }
  },
})

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

export const specific = calculation({
  name: 'specific-risk',
  group: 'conformity',
  title: 'Specific risk',
  summary: 'How likely the true error lies outside the limit, given this one measured error.',
  input: z.object({
    error: number('Measured error'),
    limit: aboveZero('Error limit, ±'),
    standardUncertainty: aboveZero('Standard uncertainty u (k = 1)'),
    unit: Unit,
  }),
  answer: z.object({ risk: result('Outside, with a probability of') }),
  example: { error: 0.143, limit: 0.16, standardUncertainty: 0.018, unit: 'kPa' },
  work: ({ error, limit, standardUncertainty, unit }) => {
    const risk = specificRisk(error, limit, standardUncertainty)
    return {
      risk: quantity(risk * 100, '%'),
      workings: [
        {
          finds: 'probability outside',
          formula: 'p = Φ((e − TL) / u) + Φ((−TL − e) / u)',
          from: [worked('e', error, unit), worked('TL', limit, unit), worked('u', standardUncertainty, unit)],
          result: worked('p', risk, ''),
          source: `${JCGM106}, 7.3 and 9.3.2`,
        },
      ],
    }
  },
})

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
  named: { history: 'prior' },
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
