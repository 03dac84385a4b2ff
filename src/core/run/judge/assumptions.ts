import { withDecimalMark } from '../../format/decimalMark'
import type { Measurand } from './comparisonFacts'
import type { RoundScatter } from './roundScatter'

type Known = {
  readonly code?: string
  readonly driftPerYear?: unknown
  readonly ownDrift?: unknown
  readonly temperature?: unknown
  readonly calibration?: unknown
  readonly certified?: unknown
}

/** What of a run says which parts of its uncertainty nobody knew. */
export type AssumedFacts = {
  readonly inputReference: Known
  readonly furtherReferences?: readonly Known[] | undefined
  readonly outputReference: Known | null
  readonly environment?: { readonly ambientCelsius: string | null } | undefined
  readonly head?: unknown
  readonly lowLeg?: unknown
  readonly measurand?: Measurand | undefined
  readonly configuration: { readonly readability?: unknown; readonly pressureKind?: string }
}

/**
 * What was assumed or left out of the uncertainty of a round, in words. An unknown part is named rather than taken as
 * zero in silence. Source: JCGM 100:2008, 3.4.1 and 7.2.7 (the account must be complete); EURAMET cg-17 for the list (from memory).
 */
export function assumptionsOf(run: AssumedFacts, scatter: RoundScatter): string[] {
  const {
    inputReference,
    furtherReferences = [],
    outputReference,
    environment,
    head,
    lowLeg,
    measurand,
    configuration,
  } = run
  const references = [inputReference, ...furtherReferences, ...(outputReference ? [outputReference] : [])]
  const ambient = environment?.ambientCelsius ?? null
  const at = ambient === null ? '; ambient temperature was not noted' : ` at ${withDecimalMark(ambient)} °C`
  const isUnheated = ({ temperature }: Known) => !temperature
  return [
    ...undeclared(references, ({ driftPerYear, ownDrift }) => !driftPerYear && !ownDrift, {
      named: (codes) => `drift of ${codes} since calibration`,
      byAccuracy: 'taken to be held within the accuracy until due',
    }),
    ...undeclared(references, isUnheated, {
      named: (codes) => `temperature effect of ${codes}`,
      byAccuracy: `taken to be held within the accuracy${at}`,
    }),
    ...(!references.some(isUnheated) && ambient === null
      ? ['temperature effect of the references: ambient temperature was not noted, taken as within their band']
      : []),
    ...(head || lowLeg ? [] : ['reference and instrument taken as level: nothing for head']),
    ...(outputReference || configuration.readability
      ? []
      : ['readability of the instrument: the register names none, its readings count as finely as they were typed']),
    ...(scatter.repeatability
      ? []
      : ['repeatability of the instrument: one cycle, nothing declared and nothing known from before; left out']),
    ...(measurand
      ? ['errors are stated each way apart: hysteresis shows in them and is no part of their uncertainty']
      : [
          ...(scatter.upDown.size > 0 ? [] : ['hysteresis: not read both ways; left out']),
          ...(scatter.returnToZero ? [] : ['return to zero: the lowest point was not read again; left out']),
        ]),
  ]
}

/**
 * What nobody has declared of some references. An accuracy may be taken to hold it; the U of a certificate is of one day in
 * one laboratory and does not, so there it is left out.
 */
function undeclared(
  references: readonly Known[],
  isUndeclared: (reference: Known) => boolean,
  words: { readonly named: (codes: string) => string; readonly byAccuracy: string },
): string[] {
  const of = (isCertified: boolean) => {
    const among = references.filter(
      (reference) =>
        isUndeclared(reference) && (Boolean(reference.calibration) || Boolean(reference.certified)) === isCertified,
    )
    return [...new Set(among.map(({ code }) => code ?? 'the reference'))].join(', ')
  }
  const [byAccuracy, byCertificate] = [of(false), of(true)]
  return [
    ...(byAccuracy ? [`${words.named(byAccuracy)}: not declared, ${words.byAccuracy}`] : []),
    ...(byCertificate
      ? [`${words.named(byCertificate)}: not declared, and no part of the U of its certificate; left out`]
      : []),
  ]
}
