import { describe, expect, test } from 'vitest'
import { judgePoint } from '../analysis/judgedPoint'
import type { OutputScale } from '../signal/signal'
import { outputScale, SIGNALS } from '../signal/signal'
import type { CalibratedRange } from '../transfer/calibratedRange'
import { idealOutput } from '../transfer/linearTransfer'
import type { AppliedAndOutput } from './readingError'

const ANY_LIMIT = { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value: 1 }] }
const readingError = (reading: AppliedAndOutput, range: CalibratedRange, scale: OutputScale) =>
  judgePoint(
    { ...reading, targetPercent: 0, direction: 'rising' },
    { range, scale, url: 1, errorLimit: ANY_LIMIT, adjustLimit: null },
  )

describe('error from the input actually applied (ISA-51.1, from memory), by hand calculation', () => {
  test('the nominal point does not matter, only what was applied', () => {
    // 20.3 kPa on 0 … 80 is 25.375 %, ideal 8.06 mA; read 8.10 mA: +0.04 mA = +0.25 % of 16 mA = +0.2 kPa
    const error = readingError({ applied: 20.3, output: 8.1 }, { lrv: 0, urv: 80, unit: 'kPa' }, SIGNALS['4-20mA'])
    expect(error.idealOutput).toBeCloseTo(8.06, 12)
    expect(error.errorOutput).toBeCloseTo(0.04, 12)
    expect(error.errorPercentSpan).toBeCloseTo(0.25, 10)
    expect(error.errorInput).toBeCloseTo(0.2, 10)
  })

  test('±1 % of the 12 psi span is ±0.12 psi (common practice, no source)', () => {
    const error = readingError({ applied: 50, output: 9.12 }, { lrv: 0, urv: 100, unit: 'kPa' }, SIGNALS['3-15psi'])
    expect(error.errorPercentSpan).toBeCloseTo(1, 10)
  })

  test('reverse-acting: too much output means too little input', () => {
    const error = readingError({ applied: 50, output: 12.16 }, { lrv: 100, urv: 0, unit: 'kPa' }, SIGNALS['4-20mA'])
    expect(error.errorPercentSpan).toBeCloseTo(1, 10)
    expect(error.errorInput).toBeCloseTo(-1, 10)
  })

  test('a gauge: output and input are the same unit, and the errors equal', () => {
    const scale = outputScale('display', { lrv: 0, urv: 16, unitLabel: 'bar' })
    const error = readingError({ applied: 8, output: 8.1 }, { lrv: 0, urv: 16, unit: 'bar' }, scale)
    expect(error.errorInput).toBeCloseTo(error.errorOutput, 12)
    expect(error.errorPercentSpan).toBeCloseTo(0.625, 10)
  })
})

test('an ideal instrument has no error on any range, reverse-acting too', () => {
  let seed = 7 // linear congruential, Numerical Recipes constants
  const random = () => {
    seed = (seed * 1664525 + 1013904223) % 4294967296
    return seed / 4294967296
  }
  for (let trial = 0; trial < 500; trial++) {
    const lrv = (random() - 0.5) * 10 ** (random() * 6 - 2)
    const range = { lrv, urv: lrv + (random() - 0.5) * 10 ** (random() * 6 - 2) + 1e-3, unit: 'kPa' as const }
    const applied = range.lrv + random() * 1.1 * (range.urv - range.lrv)
    const scale = SIGNALS['4-20mA']
    const error = readingError({ applied, output: idealOutput(applied, range, scale) }, range, scale)
    expect(Math.abs(error.errorPercentSpan)).toBeLessThan(1e-9)
  }
})
