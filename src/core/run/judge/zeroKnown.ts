import { decimalsOfStep } from '../../format/formatNumber'
import { span } from '../../transfer/calibratedRange'
import { standardOf } from '../../uncertainty/contribution'
import { convertPressure } from '../../units/pressureUnit'
import { placeOf } from './budgetPlace'
import type { ComparisonFacts, InputReferenceFacts } from './comparisonFacts'
import { judgingBasis, type RunBasis } from './judgeSteps'
import { inputLines } from './readingLines'
import { accuracyLines } from './referenceLines'

/** What of a run says how well no pressure is known. */
export type ZeroWorld = RunBasis & {
  readonly inputReference: InputReferenceFacts
  readonly day?: string | undefined
  readonly environment?: { readonly ambientCelsius: string | null } | undefined
}

const COVERAGE_FACTOR = 2

/**
 * How well the reference knows that there is no pressure: its expanded uncertainty there (k = 2), from certificate or
 * accuracy, drift, temperature and resolution, in the unit of the range. One count at least, as it shows nothing finer.
 * JCGM 100:2008, 6.2.
 */
export function zeroKnownTo(world: ZeroWorld): number {
  const { inputReference, inputUnit, day, environment, configuration } = world
  const ambient = environment?.ambientCelsius ?? null
  const facts: ComparisonFacts = {
    basis: judgingBasis(world),
    inputUnit,
    inputReference,
    outputReference: null,
    isBelowCutOff: false,
    day,
    ambientCelsius: ambient === null ? null : Number(ambient),
    heads: { head: world.head, lowLeg: world.lowLeg },
    isAbsolute: configuration.pressureKind === 'absolute',
  }
  const zero = { applied: '0', output: '0' }
  // Read as finely as the reference shows, whatever digits stand in the figures here.
  const count = Math.abs(convertPressure(inputReference.resolution, inputReference.unit, inputUnit))
  const atZero = { ...zero, applied: (0).toFixed(decimalsOfStep(count)) }
  const at = { ...placeOf(atZero, facts), carried: carriedStraight(world) }
  const lines = [...accuracyLines(at, facts), ...inputLines(atZero, at, facts)]
  const variance = lines.reduce((sum, line) => sum + standardOf(line) ** 2, 0)
  const { unit } = configuration
  return Math.max(COVERAGE_FACTOR * Math.sqrt(variance), convertPressure(count, inputUnit, unit))
}

/** Through a root nothing of a pressure near zero is lost: what is asked is the pressure itself. */
const carriedStraight = ({ configuration }: RunBasis) => {
  const whole = Math.abs(span(configuration))
  return (halfWidth: number) => (Math.abs(halfWidth) / whole) * 100
}
