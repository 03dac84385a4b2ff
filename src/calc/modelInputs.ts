import { z } from 'zod'
import { aboveZero, number, titled, words, zeroOrMore } from '../schema/field'

/** Inputs of a measurement model, for the budget and for Monte Carlo. */

export const DistributionInput = titled(
  z.discriminatedUnion('kind', [
    z.object({
      kind: z.literal('normal'),
      mean: number('Value'),
      standardUncertainty: zeroOrMore('Standard uncertainty'),
    }),
    z.object({ kind: z.literal('rectangular'), mean: number('Value'), halfWidth: zeroOrMore('Half-width') }),
    z.object({ kind: z.literal('triangular'), mean: number('Value'), halfWidth: zeroOrMore('Half-width') }),
    z.object({ kind: z.literal('arcsine'), mean: number('Value'), halfWidth: zeroOrMore('Half-width') }),
    z.object({
      kind: z.literal('trapezoidal'),
      mean: number('Value'),
      halfWidth: zeroOrMore('Half-width'),
      topRatio: zeroOrMore('Top over base'),
    }),
    z.object({
      kind: z.literal('student-t'),
      mean: number('Value'),
      scale: zeroOrMore('Scale'),
      degrees: aboveZero('Degrees of freedom'),
    }),
  ]),
  'Distribution',
)

export const InputName = titled(
  z.string().regex(/^[A-Za-zα-ωΑ-Ω_][\wα-ωΑ-Ω]{0,15}$/u, 'begins with a letter, no blanks, 16 characters at most'),
  'Name',
)
export const Model = words('Model: the result as a formula of the inputs', 500)

export const distinct = (inputs: readonly { name: string }[]) =>
  new Set(inputs.map(({ name }) => name)).size === inputs.length
export const DISTINCT = { path: ['inputs'], error: 'has a name twice: give each input its own' }
