import type { JudgingBasis } from '../../analysis/judgedPoint'
import { type ReferenceReach, referenceAccuracyInput } from '../../conformity/accuracyRatio'
import { columnCorrection } from '../../conformity/columnCorrection'
import { meterAccuracy } from '../../conformity/meterAccuracy'
import { carryToOutput } from '../../error/carriedLimit'
import type { ErrorLimit } from '../../error/errorLimit'
import type { OutputScale } from '../../signal/signal'
import { span } from '../../transfer/calibratedRange'
import { percentOfInput } from '../../transfer/linearTransfer'
import { LINEAR, transferCurve, withoutDrop } from '../../transfer/transfer'
import { type Contribution, type ReadingBudget, readingBudget } from '../../uncertainty/contribution'
import { decimalsOf } from '../../units/decimalText'
import { convertPressure, PRESSURE_UNIT_IDS, type PressureUnit, pressureUnitLabel } from '../../units/pressureUnit'
import { headHalfWidthPa, type LineHead } from '../plan/lineHead'
import { largestUpDown, type RoundScatter } from './roundScatter'

/** What a reference is known by beyond its accuracy, as far as somebody has declared it. */
export type ReferenceKnowledge = {
  readonly code: string
  readonly calibratedOn: string
  readonly certificate: string
  /** Expanded uncertainty of its certificate with its k; it then stands in the place of the accuracy. */
  readonly certified?: { readonly uncertainty: ErrorLimit; readonly coverageFactor: number } | undefined
  readonly driftPerYear?: ErrorLimit | undefined
  /** How it shows its pressure: a liquid column reads off as its liquid is warmer or colder than its scale is made for. */
  readonly principle?: string | undefined
  /** What it is off by for each kelvin outside the band of its accuracy. */
  readonly temperature?:
    | { readonly perKelvin: ErrorLimit; readonly lowCelsius: number; readonly highCelsius: number }
    | undefined
}

/** The reference that gives the pressure. */
export type InputReferenceFacts = ReferenceReach &
  Partial<ReferenceKnowledge> & { readonly id: string; readonly resolution: number }

/** What reads the output: an electrical meter, or a pressure reference on a pneumatic output. */
export type OutputReferenceFacts = Partial<ReferenceKnowledge> & {
  readonly id?: string
  readonly unit: string
  readonly rangeLow: number
  readonly rangeHigh: number
  readonly accuracy: ErrorLimit
  readonly resolution: number
}

/** One reading as it was read. Applied in `inputUnit`, output in the unit of the scale. */
export type ReadingFigures = { readonly applied: string; readonly output: string }

export type ComparisonFacts = {
  readonly basis: JudgingBasis
  readonly inputUnit: PressureUnit
  readonly inputReference: InputReferenceFacts
  /** Null where the instrument’s own display is the output. */
  readonly outputReference: OutputReferenceFacts | null
  /** Below a low-flow cut-off nothing of the input shows at the output. */
  readonly isBelowCutOff: boolean
  /** The smallest step that can be read on the instrument itself, in the unit of its range, as the register declares. */
  readonly readableStep?: number | undefined
  /** What the instrument did in this round; left out where no round has begun. */
  readonly scatter?: RoundScatter | undefined
  readonly targetPercent?: number
  /** Calendar date of the work, from which the drift of a reference counts. */
  readonly day?: string | undefined
  readonly ambientCelsius?: number | null | undefined
  readonly head?: LineHead | undefined
  /** Whether the instrument measures absolute pressure; a gas in the line is as dense as that. */
  readonly isAbsolute?: boolean
}

/**
 * Uncertainty of one comparison, in % of output span, as a budget of named lines. Sources: JCGM 100:2008, 4.2, 4.3.7, 5.1
 * and G.4; EURAMET cg-17 and ILAC-P14 5.4 for what belongs in (lists from memory).
 *
 * The pressure’s part is carried to the output as the error limit is: by how far the output really moves. A reading was
 * read to the step of what shows it, or to its own last digit where that is coarser.
 *
 * @throws {Refusal} when nothing is uncertain
 */
export function comparisonUncertainty(reading: ReadingFigures, facts: ComparisonFacts): ReadingBudget {
  const at = placeOf(reading, facts)
  return readingBudget(
    [
      ...accuracyLines(at, facts),
      ...inputLines(reading, at, facts),
      ...outputLines(reading, at, facts),
      ...instrumentLines(at, facts),
    ].filter(({ value, sensitivity }) => value !== 0 && sensitivity !== 0),
  )
}

type Place = {
  /** In the unit of the range. */
  readonly applied: number
  readonly output: number
  /** % of output span for a half-width in the unit of the range. */
  readonly carried: (halfWidth: number) => number
  /** % of output span per unit of the output. */
  readonly perOutput: number
  /** Sign of what an error of the pressure does to the error of the reading. */
  readonly inputSign: 1 | -1
}

function placeOf({ applied, output }: ReadingFigures, { basis, inputUnit, isBelowCutOff }: ComparisonFacts): Place {
  const inRange = convertPressure(Number(applied), inputUnit, basis.range.unit)
  const transfer = withoutDrop(basis.transfer ?? LINEAR)
  const curve = transferCurve(transfer)
  const carried = (halfWidth: number) => {
    if (isBelowCutOff) return 0
    const percent = Math.abs(halfWidth / span(basis.range)) * 100
    if (transfer.kind === 'linear') return percent
    const { upwards, downwards } = carryToOutput(percentOfInput(inRange, basis.range), percent, curve)
    return Math.max(upwards, downwards)
  }
  return {
    applied: inRange,
    output: Number(output),
    carried,
    perOutput: 100 / Math.abs(basis.scale.upper - basis.scale.lower),
    // The ideal output rises with the pressure, so that the error falls; a reverse range the other way.
    inputSign: span(basis.range) > 0 === basis.scale.upper > basis.scale.lower ? -1 : 1,
  }
}

/** A half-width of the pressure as a line: its sensitivity is by how far the output really moves for it. */
function ofInput(
  line: Omit<Contribution, 'sensitivity' | 'unit' | 'value' | 'group'>,
  halfWidth: number,
  { at, facts }: { readonly at: Place; readonly facts: ComparisonFacts },
): Contribution {
  const { unit } = facts.basis.range
  const value = Math.abs(halfWidth)
  return {
    ...line,
    group: 'reference',
    value,
    unit: pressureUnitLabel(unit),
    sensitivity: value === 0 ? 0 : (at.inputSign * at.carried(value)) / value,
  }
}

const RECTANGULAR = { distribution: 'rectangular', degrees: null } as const
const nameOf = ({ code }: { readonly code?: string | undefined }, role: string) => code ?? role

/** Accuracy or certificate, drift and temperature of both references; what one device gives twice comes in once, with its sign. */
function accuracyLines(at: Place, facts: ComparisonFacts): Contribution[] {
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

/** What a part of a reference's uncertainty comes from. */
type PartOf = 'calibration' | 'drift' | 'temperature' | 'liquid'
type Part = {
  readonly of: PartOf
  readonly name: string
  readonly source: string
  readonly limit: ErrorLimit
  readonly divideBy?: number
}
type PartLine = { readonly of: PartOf; readonly line: Contribution }

/** The parts of a reference’s own uncertainty, as limits over its own range. */
function partsOf(
  reference: Partial<ReferenceKnowledge> & { readonly accuracy: ErrorLimit },
  role: string,
  { day, ambientCelsius }: ComparisonFacts,
): (Part & { readonly times: number })[] {
  const name = nameOf(reference, role)
  const { certified, driftPerYear, temperature, calibratedOn, certificate } = reference
  const years = day === undefined || calibratedOn === undefined ? 0 : yearsBetween(calibratedOn, day)
  const outside =
    temperature && ambientCelsius !== null && ambientCelsius !== undefined
      ? Math.max(0, temperature.lowCelsius - ambientCelsius, ambientCelsius - temperature.highCelsius)
      : 0
  return [
    certified
      ? {
          of: 'calibration',
          name: `certificate of ${name}`,
          source: `certificate ${certificate ?? ''}, U over k`,
          limit: certified.uncertainty,
          divideBy: certified.coverageFactor,
          times: 1,
        }
      : {
          of: 'calibration',
          name: `accuracy of ${name}`,
          source: 'register of references',
          limit: reference.accuracy,
          times: 1,
        },
    ...(driftPerYear
      ? [
          {
            of: 'drift' as const,
            name: `drift of ${name}`,
            source: `register, ${years.toFixed(2)} years since its calibration`,
            limit: driftPerYear,
            times: years,
          },
        ]
      : []),
    ...(temperature && outside > 0
      ? [
          {
            of: 'temperature' as const,
            name: `temperature of ${name}`,
            source: `register, ${outside.toFixed(1)} K outside its band`,
            limit: temperature.perKelvin,
            times: outside,
          },
        ]
      : []),
  ]
}

/** A water column is not corrected for the temperature of its water; what that makes counts. */
function columnPart(at: Place, facts: ComparisonFacts): PartLine[] {
  const { inputReference: reference, ambientCelsius } = facts
  if (reference.principle !== 'liquid-column' || ambientCelsius === null || ambientCelsius === undefined) return []
  const correction = columnCorrection(reference.unit, ambientCelsius)
  if (!correction) return []
  const line = {
    name: `liquid of ${nameOf(reference, 'the reference')} at ${ambientCelsius} °C`,
    source: 'Tanaka 2001, not corrected',
    ...RECTANGULAR,
  }
  return [{ of: 'liquid', line: ofInput(line, (1 - correction.factor) * at.applied, { at, facts }) }]
}

function inputParts(at: Place, facts: ComparisonFacts): PartLine[] {
  const { inputReference: reference, basis } = facts
  const parts = partsOf(reference, 'the reference', facts).map(({ of, name, source, limit, times, divideBy }) => {
    const own = times * referenceAccuracyInput(at.applied, basis.range.unit, { ...reference, accuracy: limit })
    const line = divideBy
      ? ofInput({ name, source, distribution: 'normal', degrees: null }, own / divideBy, { at, facts })
      : ofInput({ name, source, ...RECTANGULAR }, own, { at, facts })
    return { of, line }
  })
  return [...parts, ...columnPart(at, facts)]
}

function outputParts(at: Place, facts: ComparisonFacts, reference: OutputReferenceFacts): PartLine[] {
  const { scale } = facts.basis
  return partsOf(reference, 'the output reading', facts).map(({ of, name, source, limit, times, divideBy }) => {
    const own = times * accuracyAt(at.output, { ...reference, accuracy: limit }, scale)
    const plain = { name, group: 'output' as const, source, unit: scale.unit, sensitivity: at.perOutput, degrees: null }
    const line: Contribution = divideBy
      ? { ...plain, value: own / divideBy, distribution: 'normal' }
      : { ...plain, value: own, distribution: 'rectangular' }
    return { of, line }
  })
}

/** Resolution of the pressure as it was read, and the head between reference and instrument. */
function inputLines({ applied }: ReadingFigures, at: Place, facts: ComparisonFacts): Contribution[] {
  const { basis, inputUnit, inputReference: reference, head } = facts
  const declared = Math.abs(convertPressure(reference.resolution, reference.unit, inputUnit))
  const typed = stepOf(applied)
  const isCoarse = isCoarser(typed, declared)
  const step = Math.max(typed, declared)
  const abovePa = convertPressure(at.applied, basis.range.unit, 'Pa')
  const headPa = head ? headHalfWidthPa(head, abovePa + (facts.isAbsolute ? 0 : ATMOSPHERE_PA)) : 0
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
    ...(headPa > 0
      ? [
          ofInput(
            {
              name: 'head between reference and instrument',
              source: 'height noted at Prepare, not corrected',
              ...RECTANGULAR,
            },
            convertPressure(headPa, 'Pa', basis.range.unit),
            { at, facts },
          ),
        ]
      : []),
  ]
}

/** Resolution of the output: that of what reads it, or of the instrument’s own dial or display. */
function outputLines({ output }: ReadingFigures, at: Place, facts: ComparisonFacts): Contribution[] {
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

/** Lines that a diagnosis looks for as faults, and does not count as scatter. */
export const DIAGNOSED_LINES = { hysteresis: 'hysteresis', returnToZero: 'return to zero' } as const

/** What the instrument itself does between the readings: repeatability, hysteresis, return to zero. */
function instrumentLines(at: Place, facts: ComparisonFacts): Contribution[] {
  const { scatter, basis, targetPercent = Number.NaN } = facts
  if (!scatter) return []
  const width = Math.abs(span(basis.range))
  const inInput = (value: number) => (scatter.unit === '% of span' ? (value / 100) * width : (value / 100) * at.applied)
  const ofScatter = (
    line: Omit<Contribution, 'sensitivity' | 'unit' | 'value' | 'group'>,
    value: number,
  ): Contribution => ({
    ...line,
    group: 'instrument',
    value: Math.abs(value),
    unit: scatter.unit,
    sensitivity: value === 0 ? 0 : at.carried(inInput(value)) / Math.abs(value),
  })
  const { repeatability, returnToZero, upDown } = scatter
  const own = upDown.get(targetPercent)
  const largest = largestUpDown(scatter)
  const isLowest = returnToZero?.targetPercent === targetPercent
  const hysteresis = isLowest ? null : (own ?? largest)
  return [
    ...(repeatability
      ? [
          ofScatter(
            {
              name: 'repeatability of the instrument',
              source: repeatability.source,
              distribution: 'normal',
              degrees: repeatability.degrees,
            },
            repeatability.standardDeviation,
          ),
        ]
      : []),
    ...(hysteresis === null
      ? []
      : [
          ofScatter(
            {
              name: DIAGNOSED_LINES.hysteresis,
              source:
                own === undefined
                  ? 'this round, half the largest difference between up and down'
                  : 'this point, half the difference between up and down',
              ...RECTANGULAR,
            },
            hysteresis / 2,
          ),
        ]),
    ...(returnToZero
      ? [
          ofScatter(
            {
              name: DIAGNOSED_LINES.returnToZero,
              source: 'this round, half the change of the lowest point',
              ...RECTANGULAR,
            },
            returnToZero.difference / 2,
          ),
        ]
      : []),
  ]
}

function accuracyAt(output: number, reference: OutputReferenceFacts, { unit }: OutputScale): number {
  const own = pressureUnitOf(reference.unit)
  const shown = pressureUnitOf(unit)
  return own && shown
    ? referenceAccuracyInput(output, shown, { ...reference, unit: own })
    : meterAccuracy(output, reference)
}

function ownStep({ resolution, unit }: OutputReferenceFacts, scale: OutputScale): number {
  const own = pressureUnitOf(unit)
  const shown = pressureUnitOf(scale.unit)
  return own && shown ? Math.abs(convertPressure(resolution, own, shown)) : resolution
}

const pressureUnitOf = (unit: string): PressureUnit | undefined => PRESSURE_UNIT_IDS.find((id) => id === unit)

/** Whether a text was read to a coarser step than what shows it: 10.5 on a display of 0.001. */
const isCoarser = (typedStep: number, declared: number): boolean => typedStep > declared * (1 + 1e-9)

/** One step of the last digit of a decimal text: 16.020 has a step of 0.001. */
const stepOf = (text: string): number => 10 ** -decimalsOf(text)

/** Standard atmosphere, for the density of a gas only. */
const ATMOSPHERE_PA = 101_325

const MILLISECONDS_PER_YEAR = 365.25 * 86_400_000
const yearsBetween = (from: string, to: string): number =>
  Math.max(0, (Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / MILLISECONDS_PER_YEAR)
