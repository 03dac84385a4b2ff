import { columnCorrection } from '../../conformity/columnCorrection'
import { type PartOf, referenceParts, type UseOfReference } from '../../reference/referenceParts'
import type { Contribution } from '../../uncertainty/contribution'
import { convertPressure, pressureUnitOf } from '../../units/pressureUnit'
import { nameOf, ofInput, type Place, RECTANGULAR } from './budgetPlace'
import type { ComparisonFacts, OutputReferenceFacts } from './comparisonFacts'

/** Accuracy or certificate, drift and temperature of both references; what one device gives twice comes in once, with its sign. */
export function accuracyLines(at: Place, facts: ComparisonFacts): Contribution[] {
  const { inputReference, outputReference } = facts
  const input = inputParts(at, facts)
  const output = outputReference ? outputParts(at, facts, outputReference) : []
  const isOneDevice = outputReference?.id !== undefined && outputReference.id === inputReference.id
  if (!isOneDevice) return [...input, ...output].map(({ line }) => line)
  return input.map(({ of, line }) => {
    const same = output.find((each) => each.of === of)?.line
    if (!same) return line
    const percent = line.sensitivity * line.value + same.sensitivity * same.value
    return {
      ...line,
      name: `${line.name}, which gives pressure and output`,
      value: Math.abs(percent),
      unit: '% of span',
      sensitivity: Math.sign(percent),
    }
  })
}

type PartLine = { readonly of: PartOf | 'liquid'; readonly line: Contribution }

/** Where a water column is not corrected for the temperature of its water, what that makes counts. */
function columnPart(at: Place, facts: ComparisonFacts): PartLine[] {
  const { inputReference: reference, ambientCelsius } = facts
  // Weighed at that temperature, nothing of it is left.
  if (reference.column?.isApplied && reference.column.celsius !== null) return []
  if (reference.principle !== 'liquid-column' || ambientCelsius === null || ambientCelsius === undefined) return []
  const correction = columnCorrection(reference.unit, ambientCelsius)
  if (!correction) return []
  const line = {
    name: `liquid of ${nameOf(reference, 'the reference')} at ${ambientCelsius} °C`,
    source: 'Tanaka 2001, not corrected',
    ...RECTANGULAR,
  }
  return [{ of: 'liquid', line: ofInput(line, (1 - correction.factor) * at.shown, { at, facts }) }]
}

/** Runs begun before U grew beyond the points of a certificate are judged as they were sealed. */
const circumstancesOf = ({ day, ambientCelsius, measurand }: ComparisonFacts): UseOfReference => ({
  day,
  ambientCelsius,
  isHeldBeyondPoints: measurand === undefined,
})

function inputParts(at: Place, facts: ComparisonFacts): PartLine[] {
  const { inputReference: reference, basis } = facts
  const shown = convertPressure(at.shown, basis.range.unit, reference.unit)
  const parts = referenceParts(reference, 'the reference', circumstancesOf(facts)).map((part): PartLine => {
    const { of, name, source, distribution } = part
    const own = convertPressure(part.at(shown), reference.unit, basis.range.unit)
    return { of, line: ofInput({ name, source, distribution, degrees: null }, own, { at, facts }) }
  })
  return [...parts, ...columnPart(at, facts)]
}

function outputParts(at: Place, facts: ComparisonFacts, reference: OutputReferenceFacts): PartLine[] {
  const { unit } = facts.basis.scale
  const [own, read] = [pressureUnitOf(reference.unit), pressureUnitOf(unit)]
  const isConverted = own !== undefined && read !== undefined
  const shown = isConverted ? convertPressure(at.output, read, own) : at.output
  return referenceParts(reference, 'the output reading', circumstancesOf(facts)).map((part): PartLine => {
    const { of, name, source, distribution } = part
    const value = isConverted ? convertPressure(part.at(shown), own, read) : part.at(shown)
    const plain = { name, group: 'output' as const, source, unit, sensitivity: at.perOutput, degrees: null }
    return { of, line: { ...plain, value, distribution } }
  })
}
