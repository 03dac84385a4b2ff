import { formatFixed, formatPlain } from '../../format/formatNumber'
import { outputAtPercent } from '../../signal/signal'
import { signalKind } from '../../signal/signalKind'
import { percentOfInput } from '../../transfer/linearTransfer'
import { LINEAR, transferCurve } from '../../transfer/transfer'
import { decimalSlip, type Expected, isFar, isNear, type NumberSlip } from '../../units/numberSlip'
import { convertPressure, type PressureUnit, pressureUnitLabel } from '../../units/pressureUnit'
import { appliedInput } from './appliedInput'
import { judgingBasis, type RunBasis, targetInput } from './judgeSteps'

/** A reading that looks like a slip: in which figure, in words, and what was meant where that is known. */
export type ReadingSlip = {
  readonly field: 'applied' | 'output'
  readonly nature: 'mark' | 'unit' | 'sign' | 'meter' | 'row' | 'far'
  readonly words: string
  readonly meant: number | null
}

/** The resistor that volts are read across where a meter stands on volts. Common practice, no source. */
const SENSE_OHMS = 250

/** Units that are taken for one another. */
const MISTAKEN: readonly PressureUnit[] = ['kPa', 'bar', 'psi', 'mbar', 'MPa']

/**
 * Asks about a reading far from its point by the nature of the slip: the decimal mark, another unit, a sign left out, a meter on volts,
 * amperes for milliamperes, the reading of another point, or merely far. It never stops the person. Common practice that
 * such slips are made; the thresholds are ours.
 *
 * @param point nominal point, % of input span; @param points all points of the run
 * @returns null for a reading where it was expected
 */
export function readingSlip(
  { point, applied, output }: { readonly point: number; readonly applied: number; readonly output: number },
  basis: RunBasis,
  points: readonly number[],
): ReadingSlip | null {
  return appliedSlip(point, applied, basis) ?? outputSlip(applied, output, { basis, points, point })
}

function appliedSlip(point: number, applied: number, basis: RunBasis): ReadingSlip | null {
  const { configuration, inputUnit } = basis
  const { lrv, urv, unit } = configuration
  const inRead = (value: number) => convertPressure(value, unit, inputUnit)
  const expected: Expected = {
    value: targetInput(point, basis),
    span: inRead(urv) - inRead(lrv),
    unit: pressureUnitLabel(inputUnit),
  }
  const mark = decimalSlip(applied, expected)
  if (mark) return { field: 'applied', nature: 'mark', ...mark }
  if (!isFar(applied, expected) || isNear(0, expected)) return null
  if (isNear(-applied, expected)) {
    const side = configuration.pressureKind === 'differential' ? ': pressure on the low side counts with a minus' : ''
    const words = `${formatPlain(applied)} ${expected.unit} has the other sign of this point, ${formatPlain(Number(expected.value.toPrecision(6)))}${side}`
    return { field: 'applied', nature: 'sign', words, meant: -applied }
  }
  const other = MISTAKEN.find(
    (each) => each !== inputUnit && isNear(convertPressure(applied, each, inputUnit), expected),
  )
  if (other === undefined) return null
  const meant = convertPressure(applied, other, inputUnit)
  const words = `${formatPlain(applied)} looks like ${pressureUnitLabel(other)}, and this run reads ${expected.unit}: that would be ${formatPlain(Number(meant.toPrecision(5)))}`
  return { field: 'applied', nature: 'unit', words, meant }
}

type OutputFacts = { readonly basis: RunBasis; readonly points: readonly number[]; readonly point: number }

function outputSlip(applied: number, output: number, { basis, points, point }: OutputFacts): ReadingSlip | null {
  const { range, scale, transfer } = judgingBasis(basis)
  const curve = transferCurve(transfer ?? LINEAR)
  const idealAt = (percent: number) => outputAtPercent(curve.forward(percent), scale)
  const appliedPercent = percentOfInput(appliedInput(applied, basis, point), range)
  const expected: Expected = { value: idealAt(appliedPercent), span: scale.upper - scale.lower, unit: scale.unit }
  if (!isFar(output, expected)) return null
  const asOutput = (nature: ReadingSlip['nature'], words: string, meant: number | null): ReadingSlip => ({
    field: 'output',
    nature,
    words,
    meant,
  })
  // At 75 % of 4–20 mA the lower end of the signal is also the volts of a wrong meter: neither is claimed.
  const isAtRest = isSitting(output, idealAt(0), expected)
  const meter = isAtRest ? null : meterSlip(output, { expected, basis })
  if (meter) return asOutput('meter', meter.words, meter.meant)
  const mark = decimalSlip(output, expected)
  if (mark) return asOutput('mark', mark.words, mark.meant)
  const row = points.find((each) => Math.abs(each - point) > 1 && isNear(output, { ...expected, value: idealAt(each) }))
  const shown = formatFixed(expected.value, scale.decimals)
  if (row !== undefined && !isAtRest)
    return asOutput(
      'row',
      `${formatPlain(output)} ${scale.unit} would be right at ${formatPlain(row)} %; here ${shown} is expected: perhaps another row`,
      null,
    )
  return asOutput(
    'far',
    `${formatPlain(output)} ${scale.unit} is far from the ${shown} expected: look at meter, decimal mark and unit, then at the instrument`,
    null,
  )
}

/** An output that sits on its lower end says something of the hook-up, not of the row it was written into. */
const isSitting = (output: number, bottom: number, expected: Expected) => isNear(output, { ...expected, value: bottom })

/** A meter on another quantity than the signal's. */
function meterSlip(
  output: number,
  { expected, basis }: { readonly expected: Expected; readonly basis: RunBasis },
): NumberSlip | null {
  const { unit } = expected
  const { carrier } = signalKind(basis.configuration.signal)
  const found = (factor: number, words: string): NumberSlip | null =>
    isNear(output * factor, expected)
      ? { words: `${formatPlain(output)} ${words}`, meant: Number((output * factor).toPrecision(12)) }
      : null
  if (unit === 'mA')
    return (
      found(1000 / SENSE_OHMS, `looks like volts across ${SENSE_OHMS} Ω: the meter is to stand on mA`) ??
      found(1000, 'looks like amperes: the run reads mA') ??
      found(0.001, 'looks like microamperes: the run reads mA')
    )
  if (carrier === 'voltage')
    return (
      found(SENSE_OHMS / 1000, `looks like mA through ${SENSE_OHMS} Ω: the meter is to stand on volts`) ??
      found(0.001, 'looks like millivolts: the run reads V')
    )
  return null
}
