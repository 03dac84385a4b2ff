import { withDecimalMark } from '../../format/decimalMark'
import type { Measurand } from './comparisonFacts'
import type { RoundScatter } from './roundScatter'

type Known = { readonly code?: string; readonly driftPerYear?: unknown; readonly temperature?: unknown }

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
  const codes = (without: (reference: Known) => boolean) =>
    [...new Set(references.filter(without).map(({ code }) => code ?? 'the reference'))].join(', ')
  const drifting = codes(({ driftPerYear }) => !driftPerYear)
  const unheated = codes(({ temperature }) => !temperature)
  const ambient = environment?.ambientCelsius ?? null
  return [
    ...(drifting
      ? [`drift of ${drifting} since calibration: not declared, taken to be held within the accuracy until due`]
      : []),
    ...(unheated
      ? [
          `temperature effect of ${unheated}: not declared, taken to be held within the accuracy${ambient === null ? '; ambient temperature was not noted' : ` at ${withDecimalMark(ambient)} °C`}`,
        ]
      : ambient === null
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
