import { describe, expect, test } from 'vitest'
import { formatFixed } from '../../format/formatNumber'
import { isTransmitted, SIGNAL_IDS, SIGNALS } from '../../signal/signal'
import { decimalText } from '../../units/decimalText'
import { PRESSURE_UNIT_IDS, PRESSURE_UNITS, type PressureUnit } from '../../units/pressureUnit'
import { judgeReading, type RunBasis } from './judgeSteps'
import { refuseImpossibleOutput } from './readingNotice'

/** Park and Miller's minimal standard generator (1988), multiplier 48271: seeds replay every case. */
function parkMiller(seed: number): () => number {
  let state = seed
  return () => {
    state = (state * 48_271) % 2_147_483_647
    return state / 2_147_483_647
  }
}

/** A random run on a signal: range in one unit, read in another, limits as a site might set them. */
function randomBasis(signal: RunBasis['configuration']['signal'], random: () => number): RunBasis {
  const pick = <T>(items: readonly T[]) => items[Math.floor(random() * items.length)] as T // an index inside the list
  const lrv = (random() - 0.5) * 40
  return {
    configuration: {
      lrv,
      urv: lrv + (random() < 0.5 ? -1 : 1) * (5 + random() * 60),
      url: 100,
      unit: pick(PRESSURE_UNIT_IDS),
      signal,
      errorLimit: {
        combine: 'sum',
        terms: [
          { kind: 'percentSpan', value: 0.1 + random() },
          { kind: 'percentReading', value: random() },
        ],
      },
      adjustLimit: null,
    },
    inputUnit: pick(PRESSURE_UNIT_IDS),
  }
}

const pascals = (value: number, unit: PressureUnit) => value * PRESSURE_UNITS[unit].pa

describe.each(SIGNAL_IDS)(
  'a reading on %s agrees with the two-point form of a straight line, in any units',
  (signal) => {
    test.each([11, 12, 13, 14, 15])('seed %d', (seed) => {
      const random = parkMiller(seed)
      for (let trial = 0; trial < 40; trial++) {
        const basis = randomBasis(signal, random)
        const { lrv, urv, unit, errorLimit } = basis.configuration
        const [low, high] = isTransmitted(signal) ? [SIGNALS[signal].lower, SIGNALS[signal].upper] : [lrv, urv]
        const applied = (pascals(lrv + random() * (urv - lrv), unit) / PRESSURE_UNITS[basis.inputUnit].pa).toPrecision(
          9,
        )
        const error = (random() - 0.5) * 4
        // y = y0 + (x − x0)(y1 − y0)/(x1 − x0), in pascals throughout
        const ideal =
          low +
          ((pascals(Number(applied), basis.inputUnit) - pascals(lrv, unit)) * (high - low)) /
            (pascals(urv, unit) - pascals(lrv, unit))
        const output = ideal + (error / 100) * Math.abs(high - low)
        const point = judgeReading(
          { percent: 50, direction: 'rising', reading: { applied, output: String(output) } },
          basis,
        )
        expect(point.errorPercentSpan).toBeCloseTo(error, 6)
        const [ofSpan, ofReading] = errorLimit.terms
        const inRange = Math.abs(pascals(Number(applied), basis.inputUnit) / PRESSURE_UNITS[unit].pa)
        const limit = (ofSpan?.value ?? 0) + ((ofReading?.value ?? 0) * inRange) / Math.abs(urv - lrv)
        expect(point.limitPercentSpan).toBeCloseTo(limit, 6)
        if (Math.abs(Math.abs(error) - limit) > 1e-6) expect(point.verdict === 'outside').toBe(Math.abs(error) > limit)
        expect(() => refuseImpossibleOutput(output, basis)).not.toThrow()
        expect(() => refuseImpossibleOutput(low + 11 * (high - low), basis)).toThrow(
          'check the decimal mark and the meter',
        )
      }
    })
  },
)

test('what is shown can be typed back: a thousand numbers, every count of decimals', () => {
  const random = parkMiller(3)
  for (let trial = 0; trial < 1000; trial++) {
    const decimals = trial % 7
    const value = (random() - 0.5) * 10 ** (trial % 6)
    const shown = formatFixed(value, decimals)
    expect(Math.abs(Number(decimalText(shown, 'x')) - value)).toBeLessThanOrEqual(0.5 * 10 ** -decimals * (1 + 1e-9))
  }
})
