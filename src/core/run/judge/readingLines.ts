import { exceeds } from '../../error/verdict'
import { headDoubts, type LineHead } from '../../pressure/lineHead'
import type { OutputScale } from '../../signal/signal'
import type { Contribution } from '../../uncertainty/contribution'
import { decimalsOf } from '../../units/decimalText'
import { convertPressure, pressureUnitOf, STANDARD_ATMOSPHERE_PA } from '../../units/pressureUnit'
import { nameOf, ofInput, type Place, RECTANGULAR } from './budgetPlace'
import type { ComparisonFacts, OutputReferenceFacts, ReadingFigures } from './comparisonFacts'

/** Resolution of the pressure as it was read, and the head between reference and instrument. */
export function inputLines({ applied }: ReadingFigures, at: Place, facts: ComparisonFacts): Contribution[] {
  const { basis, inputUnit, inputReference: reference } = facts
  const declared = Math.abs(convertPressure(reference.resolution, reference.unit, inputUnit))
  const typed = stepOf(applied)
  const isCoarse = isCoarser(typed, declared)
  const step = Math.max(typed, declared)
  return [
    ofInput(
      {
        name: `resolution of ${nameOf(reference, 'the reference')}`,
        source: isCoarse ? 'as typed, coarser than it shows' : 'register of references',
        ...RECTANGULAR,
      },
      convertPressure(step / 2, inputUnit, basis.range.unit),
      { at, facts },
    ),
    ...headLines(at, facts),
  ]
}

/** What stays doubtful of the heads between reference and instrument; the heads themselves are corrected. */
function headLines(at: Place, facts: ComparisonFacts): Contribution[] {
  const { basis, heads = {}, isAbsolute = false } = facts
  const atReferencePa = convertPressure(at.shown, basis.range.unit, 'Pa')
  const absolutePa = atReferencePa + (isAbsolute ? 0 : STANDARD_ATMOSPHERE_PA)
  const linesOf = (head: LineHead, of: { atReferencePa: number; isAbsolute: boolean }, where: string) =>
    headDoubts(head, { ...of, absolutePa })
      .filter(({ halfWidthPa }) => halfWidthPa > 0)
      .map(({ name, halfWidthPa }) =>
        ofInput(
          {
            name: `${name}${where}`,
            source: head.facts ? 'noted at Prepare; the head is corrected' : 'height noted at Prepare, not corrected',
            ...RECTANGULAR,
          },
          convertPressure(halfWidthPa, 'Pa', basis.range.unit),
          { at, facts },
        ),
      )
  return [
    ...(heads.head ? linesOf(heads.head, { atReferencePa, isAbsolute }, '') : []),
    ...(heads.lowLeg ? linesOf(heads.lowLeg, { atReferencePa: 0, isAbsolute: false }, ', filled leg') : []),
  ]
}

/** Resolution of the output: that of what reads it, or of the instrument’s own dial or display. */
export function outputLines({ output }: ReadingFigures, at: Place, facts: ComparisonFacts): Contribution[] {
  const { basis, outputReference, readableStep } = facts
  const typed = stepOf(output)
  const declared = outputReference ? ownStep(outputReference, basis.scale) : readableStep
  const isCoarse = declared === undefined || isCoarser(typed, declared)
  return [
    {
      name: outputReference
        ? `resolution of ${nameOf(outputReference, 'the output reading')}`
        : 'readability of the instrument',
      group: outputReference ? 'output' : 'instrument',
      value: Math.max(typed, declared ?? 0) / 2,
      unit: basis.scale.unit,
      ...RECTANGULAR,
      sensitivity: at.perOutput,
      source:
        declared === undefined
          ? 'as typed: the register names no readability'
          : isCoarse
            ? 'as typed, coarser than it shows'
            : outputReference
              ? 'register of references'
              : 'register of instruments',
    },
  ]
}

function ownStep({ resolution, unit }: OutputReferenceFacts, scale: OutputScale): number {
  const own = pressureUnitOf(unit)
  const shown = pressureUnitOf(scale.unit)
  return own && shown ? Math.abs(convertPressure(resolution, own, shown)) : resolution
}

/** Whether a text was read to a coarser step than what shows it: 10.5 on a display of 0.001. */
const isCoarser = (typedStep: number, declared: number): boolean => exceeds(typedStep, declared)

/** One step of the last digit of a decimal text: 16.020 has a step of 0.001. */
const stepOf = (text: string): number => 10 ** -decimalsOf(text)
