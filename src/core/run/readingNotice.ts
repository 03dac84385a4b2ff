import type { Direction } from '../analysis/judgedPoint'
import { formatPlain } from '../format/formatNumber'
import { Refusal } from '../refusal'
import { percentOfOutput } from '../signal/signal'
import { percentOfInput } from '../transfer/linearTransfer'
import { convertPressure, pressureUnitLabel } from '../units/pressureUnit'
import { judgingBasis, type RunBasis } from './judgeSteps'

/** A reading with the point it was taken for. Applied in the run's input unit. */
export type TypedReading = {
  readonly percent: number
  readonly direction: Direction
  readonly applied: number
  readonly output: number
}
type SensorLimits = { readonly lrl: number; readonly url: number }

/**
 * Refuses an applied input that the sensor cannot take: a slip of the decimal mark or a wrong unit.
 *
 * @throws {Refusal} naming the sensor's limits in the unit that was typed
 */
export function refuseBeyondSensor(applied: number, basis: RunBasis & { configuration: SensorLimits }): void {
  const { lrl, url, unit } = basis.configuration
  const inRange = convertPressure(applied, basis.inputUnit, unit)
  const slack = (url - lrl) * 1e-6 // converting to another unit and back is not exact
  if (inRange >= lrl - slack && inRange <= url + slack) return
  const limit = (value: number) => formatPlain(Number(convertPressure(value, unit, basis.inputUnit).toPrecision(6)))
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
 * The thresholds, a tenth of span from the point and a fifth beyond the scale, are ours. Going past a point and coming
 * back to it hides hysteresis: common practice, no source.
 */
export function readingNotice({ percent, direction, applied, output }: TypedReading, basis: RunBasis): string | null {
  const { range, scale } = judgingBasis(basis)
  const appliedPercent = percentOfInput(convertPressure(applied, basis.inputUnit, range.unit), range)
  if (Math.abs(appliedPercent - percent) > 10)
    return `applied is at ${appliedPercent.toFixed(0)} %, this is the ${formatPlain(percent)} % point`
  const outputPercent = percentOfOutput(output, scale)
  if (outputPercent < -20 || outputPercent > 120)
    return `the output would be ${outputPercent.toFixed(0)} % of span: check the decimal mark and the meter`
  const past = direction === 'rising' ? appliedPercent - percent : percent - appliedPercent
  if (past > OVERSHOOT_PERCENT)
    return `${past.toFixed(1)} % of span past the point, ${direction}: take it as it stands, or go well back and come again; easing back to it would hide hysteresis`
  return null
}

/** Past a point by more than this, in % of span, a pump has overshot. Ours, no source. */
const OVERSHOOT_PERCENT = 1
