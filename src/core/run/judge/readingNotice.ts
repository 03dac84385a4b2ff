import type { Direction } from '../../analysis/judgedPoint'
import { formatFixed, formatPlain } from '../../format/formatNumber'
import { atInstrument, atReference } from '../../pressure/lineHead'
import { Refusal } from '../../refusal'
import { percentOfOutput } from '../../signal/signal'
import { span } from '../../transfer/calibratedRange'
import { inputAtPercent, percentOfInput } from '../../transfer/linearTransfer'
import { typedNumber } from '../../units/decimalText'
import { convertPressure, pressureUnitLabel } from '../../units/pressureUnit'
import { pointName } from '../plan/pointScale'
import { appliedInput } from './appliedInput'
import { errorBasis } from './errorBasis'
import { judgingBasis, type RunBasis } from './judgeSteps'

/** A reading with the point it was taken for. Applied in the run's input unit. */
export type TypedReading = {
  readonly percent: number
  readonly direction: Direction
  readonly applied: number
  readonly output: number
}
type NoticeBasis = RunBasis & Parameters<typeof errorBasis>[0]
type SensorLimits = { readonly lrl: number; readonly url: number }

/**
 * Refuses an applied input that the sensor cannot take: a slip of the decimal mark or a wrong unit.
 *
 * @throws {Refusal} naming the sensor's limits in the unit that was typed
 */
export function refuseBeyondSensor(applied: number, basis: RunBasis & { configuration: SensorLimits }): void {
  const { lrl, url, unit } = basis.configuration
  // As it was shown: a correction of a few hundredths takes no sensor beyond its end.
  const inRange = atInstrument(convertPressure(applied, basis.inputUnit, unit), basis)
  const slack = (url - lrl) * 1e-6 // converting to another unit and back is not exact
  if (inRange >= lrl - slack && inRange <= url + slack) return
  const limit = (value: number) =>
    formatPlain(Number(convertPressure(atReference(value, basis), unit, basis.inputUnit).toPrecision(6)))
  throw new Refusal(
    'applied',
    `${formatPlain(applied)} ${pressureUnitLabel(basis.inputUnit)} is outside what the sensor can do (${limit(lrl)} … ${limit(url)})`,
    'check the decimal mark and the unit',
  )
}

/** An output ten spans off its scale is no reading of it, whatever happened to the instrument. Ours, no source. */
const FARTHEST_OUTPUT_PERCENT = 1000

/**
 * Refuses an output that cannot be one of this signal: a slip of the decimal mark or a meter on another range.
 *
 * @throws {Refusal} naming the signal's ends
 */
export function refuseImpossibleOutput(output: number, basis: RunBasis): void {
  const { scale } = judgingBasis(basis)
  if (Math.abs(percentOfOutput(output, scale)) <= FARTHEST_OUTPUT_PERCENT) return
  const ends = `${formatPlain(scale.lower)} … ${formatPlain(scale.upper)} ${scale.unit}`
  throw new Refusal('output', `${formatPlain(output)} is no output of ${ends}`, 'check the decimal mark and the meter')
}

/**
 * A remark on a reading that is possible but looks like a slip; null for an ordinary one. It never stops the person.
 * The thresholds, a tenth of span from the point (a third of the point itself where the points lie decades apart) and a
 * fifth beyond the scale, are ours. Going past a point and coming back to it hides hysteresis: common practice, no
 * source.
 */
export function readingNotice(
  { percent, direction, applied, output }: TypedReading,
  basis: NoticeBasis,
): ReadingNotice | null {
  const { range, scale } = judgingBasis(basis)
  const appliedPercent = percentOfInput(appliedInput(applied, basis, percent), range)
  const isOfReading = errorBasis(basis) === 'reading'
  const apart = isOfReading ? FAR_OF_POINT * inputAtPercent(percent, range) : (10 / 100) * Math.abs(span(range))
  const offPoint = Math.abs(inputAtPercent(appliedPercent, range) - inputAtPercent(percent, range))
  if (offPoint > apart)
    return note(
      isOfReading
        ? `applied is far from this point, ${pointName(percent, basis.configuration)}`
        : `applied is at ${formatFixed(appliedPercent, 0)} %, this is the ${pointName(percent, basis.configuration)} point`,
    )
  const outputPercent = percentOfOutput(output, scale)
  if (outputPercent < -20 || outputPercent > 120)
    return note(`the output would be ${formatFixed(outputPercent, 0)} % of span: check the decimal mark and the meter`)
  const past = percentPast({ percent, direction }, appliedPercent)
  if (past > OVERSHOOT_PERCENT && !isOfReading)
    return {
      isOvershoot: true,
      words: `${formatFixed(past, 1)} % of span past the point, ${direction}: take it as it stands, or go well back and come again; easing back to it would hide hysteresis`,
    }
  return null
}

/**
 * Whether the applied input typed so far lies past its point, seen from the side it is approached from; null where it
 * does not, or is no number yet.
 */
export function gonePast(
  { percent, direction }: Pick<TypedReading, 'percent' | 'direction'>,
  typed: string,
  basis: NoticeBasis,
): { readonly applied: string; readonly words: string } | null {
  const applied = typedNumber(typed)
  if (applied === null || errorBasis(basis) === 'reading') return null
  const { range } = judgingBasis(basis)
  const appliedPercent = percentOfInput(appliedInput(applied, basis, percent), range)
  const past = percentPast({ percent, direction }, appliedPercent)
  // Farther off it is another point that is applied, or a slip of the decimal mark.
  if (past <= OVERSHOOT_PERCENT || past > FARTHEST_OVERSHOOT) return null
  return { applied: typed, words: `${formatFixed(past, 1)} % of span past the point.` }
}

const percentPast = ({ percent, direction }: Pick<TypedReading, 'percent' | 'direction'>, appliedPercent: number) =>
  direction === 'rising' ? appliedPercent - percent : percent - appliedPercent

/** Past a point by more than this, in % of span, it is another point. Ours, no source. */
const FARTHEST_OVERSHOOT = 10

/** A remark on a reading; `isOvershoot` where the point was gone past and may be approached again. */
export type ReadingNotice = { readonly words: string; readonly isOvershoot: boolean }
const note = (words: string): ReadingNotice => ({ words, isOvershoot: false })

/** So far from its value, as a share of it, a point over decades is another point. Ours, no source. */
const FAR_OF_POINT = 1 / 3

/** Past a point by more than this, in % of span, a pump has overshot. Ours, no source. */
const OVERSHOOT_PERCENT = 1
