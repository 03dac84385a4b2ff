import { describe, expect, test } from 'vitest'
import { calculationNamed } from './registry'
import { runCalculation } from './runCalculation'

/**
 * Every example worked out a second time, here, from the formulas of the sources named, without anything of the core.
 */
type Quantity = { value: number; unit: string }
type Answer = Record<string, unknown>

function both(name: string): { input: Record<string, unknown>; answer: Answer } {
  const calculation = calculationNamed(name)
  if (!calculation) throw new Error(`no calculation ${name}`)
  const outcome = runCalculation(calculation, calculation.example)
  if (outcome.kind !== 'answer') throw new Error(`${name} is refused`)
  return { input: calculation.example as Record<string, unknown>, answer: outcome.answer } // our own examples
}
const value = (answer: Answer, key: string) => (answer[key] as Quantity).value // a quantity by its schema
const rows = <T>(answer: Answer, key: string) => answer[key] as T[] // a list by its schema

/** Pascals, from NIST SP 811 (2008) B.8 and Tanaka 2001, from memory. */
const PA = { kPa: 1000, hPa: 100, bar: 1e5, mbar: 100, inH2O20: 0.0254 * 998.2067 * 9.80665 }

describe('units', () => {
  test('convert: 43.5 inH2O (20 °C) in kPa', () => {
    expect(value(both('convert').answer, 'converted')).toBeCloseTo((43.5 * PA.inH2O20) / PA.kPa, 9)
  })
  test('restate-pressure: gauge plus barometer', () => {
    expect(value(both('restate-pressure').answer, 'restated')).toBeCloseTo(
      (82.4 * PA.kPa + 987.3 * PA.hPa) / PA.bar,
      12,
    )
  })
  test('read-typed: seven and a quarter', () => {
    expect(both('read-typed').answer).toMatchObject({ understood: { value: 7.25, unit: 'inH2O (60 °F)' } })
  })
  test('show-at-resolution: the nearest twentieth', () => {
    expect(both('show-at-resolution').answer).toMatchObject({ text: '18.35 kPa' }) // 18.3472 / 0.05 = 366.9…, so 367
  })
})

describe('uncertainty as it is stated (JCGM 100:2008)', () => {
  test('state-uncertainty: 1.98 · 0.5238 = 1.0371, two digits', () => {
    const { answer } = both('state-uncertainty')
    expect(value(answer, 'expanded')).toBeCloseTo(1.037124, 9)
    expect(answer.text).toBe('±1.0 kPa')
  })
  test('type-a: by the definition (4.2.2)', () => {
    const { answer } = both('type-a')
    const readings = [12.004, 12.007, 12.001, 12.006, 12.005]
    const mean = 60.023 / 5
    const s = Math.sqrt(readings.reduce((sum, x) => sum + (x - mean) ** 2, 0) / 4)
    expect(value(answer, 'mean')).toBeCloseTo(mean, 12)
    expect(value(answer, 'ofReading')).toBeCloseTo(s, 12)
    expect(value(answer, 'ofMean')).toBeCloseTo(s / Math.sqrt(5), 12)
    expect(answer.degrees).toBe(4)
  })
  test('certificate-correction: 0.55 beyond the last point; steepest 0.009 over 6, U once more for each 10', () => {
    const { answer } = both('certificate-correction')
    expect(value(answer, 'correction')).toBeCloseTo(-0.004, 12)
    expect(value(answer, 'corrected')).toBeCloseTo(10.546, 12)
    expect(value(answer, 'uncertainty')).toBeCloseTo(0.006 + 0.55 * (0.009 / 6 + 0.0006), 12)
    expect(answer.says).toBe('beyond the points: U grows with the distance')
  })
})

describe('signal and transfer (IEC 60381-1; square-root law of ISO 5167-1)', () => {
  test('signal: 9.312 mA of 4–20 over −12 … 38 kPa', () => {
    const { answer } = both('signal')
    const percent = ((9.312 - 4) / 16) * 100
    expect(value(answer, 'percent')).toBeCloseTo(percent, 9)
    expect(value(answer, 'value')).toBeCloseTo(-12 + (percent / 100) * 50, 9)
    expect(answer.state).toBe('measuring')
  })
  test('settling: e^(−4.5/1.6), and five time constants', () => {
    const { answer } = both('settling')
    expect(value(answer, 'left')).toBeCloseTo(100 * Math.exp(-2.8125), 9)
    expect(value(answer, 'wait')).toBe(8)
  })
  test('sense-resistor: Ohm’s law', () => {
    const { answer } = both('sense-resistor')
    expect(value(answer, 'volts')).toBeCloseTo(0.01162 * 120.4, 12)
    expect([value(answer, 'lower'), value(answer, 'upper')]).toEqual([
      expect.closeTo(0.4816, 9),
      expect.closeTo(2.408, 9),
    ])
  })
  test('transfer: root with a straight line below 8 % of flow', () => {
    const points = rows<{ input: Quantity; outputPercent: Quantity; shown: Quantity; output: Quantity }>(
      both('transfer').answer,
      'points',
    )
    for (const { input, outputPercent, shown, output } of points) {
      const flow = Math.sqrt(input.value / 24) * 100
      const expected = flow >= 8 ? flow : ((input.value / 24) * 100 * 100) / 8 // line through (0.64 %, 8 %)
      expect(outputPercent.value).toBeCloseTo(expected, 9)
      expect(shown.value).toBeCloseTo(0.65 * expected, 9)
      expect(output.value).toBeCloseTo(4 + 0.16 * expected, 9)
    }
  })
  test('inverse-transfer: the square of the flow', () => {
    expect(value(both('inverse-transfer').answer, 'input')).toBeCloseTo(24 * ((13.7 - 4) / 16) ** 2, 9)
  })
  test('roots-taken: square root and fourth root', () => {
    const { answer } = both('roots-taken')
    const share = 0.31 / 18.5
    expect(value(answer, 'none')).toBeCloseTo(42 * share, 9)
    expect(value(answer, 'once')).toBeCloseTo(42 * share ** 0.5, 9)
    expect(value(answer, 'twice')).toBeCloseTo(42 * share ** 0.25, 9)
  })
})

describe('error and limits', () => {
  test('judge-reading: ideal from what was applied (IEC 61298-2)', () => {
    const { answer } = both('judge-reading')
    const ideal = 4 + (16 * (19.86 + 20)) / 80
    expect(value(answer, 'idealOutput')).toBeCloseTo(ideal, 12)
    expect(value(answer, 'errorPercentSpan')).toBeCloseTo(((12.004 - ideal) / 16) * 100, 9)
    expect(value(answer, 'errorInput')).toBeCloseTo(((12.004 - ideal) / 16) * 80, 9)
    expect(answer.verdict).toBe('inside-look') // 0.2 % lies between 0.15 and 0.3
  })
  test('error-limit: 0.15 % of 92.4 and two counts of 0.1', () => {
    expect(value(both('error-limit').answer, 'limit')).toBeCloseTo(0.1386 + 0.2, 12)
  })
  test('gauge-class: 1.6 % of 40 bar (EN 837-1)', () => {
    expect(value(both('gauge-class').answer, 'limit')).toBeCloseTo(0.64, 12)
  })
  test('carry-limit: 5/√x times the limit, and what a limit upwards really does', () => {
    const points = rows<{ input: Quantity; bySlope: Quantity | null; upwards: Quantity }>(
      both('carry-limit').answer,
      'points',
    )
    for (const { input, bySlope, upwards } of points) {
      expect(upwards.value).toBeCloseTo(10 * (Math.sqrt(input.value + 0.3) - Math.sqrt(input.value)), 9)
      if (input.value > 0) expect(bySlope?.value).toBeCloseTo((5 / Math.sqrt(input.value)) * 0.3, 9)
      else expect(bySlope).toBeNull()
    }
  })
})

type Reading = { cycle: number; target: number; direction: 'rising' | 'falling'; applied: number; output: number }

describe('analysis of the example cycles (ISA-51.1, from memory), written out plainly', () => {
  const { input, answer } = both('analyse-cycles')
  const readings = input.readings as Reading[] // the example
  const error = ({ applied, output }: Reading) => ((output - 4) / 16) * 100 - (applied / 64) * 100
  const mean = (list: number[]) => list.reduce((a, b) => a + b, 0) / list.length
  const at = (target: number, direction?: string) =>
    readings.filter((r) => r.target === target && (!direction || r.direction === direction)).map(error)
  const curve = [0, 25, 50, 75, 100].map((target) => {
    const [up, down] = [at(target, 'rising'), at(target, 'falling')]
    const applied = readings.filter((r) => r.target === target).map((r) => (r.applied / 64) * 100)
    return { x: mean(applied), e: down.length === 0 ? mean(up) : (mean(up) + mean(down)) / 2 }
  })
  const [first, , , , last] = curve
  test('zero and span error', () => {
    expect(value(answer, 'zeroError')).toBeCloseTo(first?.e ?? 0, 9)
    expect(value(answer, 'spanError')).toBeCloseTo((last?.e ?? 0) - (first?.e ?? 0), 9)
  })
  test('largest error', () => {
    const largest = readings.map(error).reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a))
    expect(value(answer, 'largestError')).toBeCloseTo(largest, 9)
  })
  test('hysteresis: down less up at a point', () => {
    const differences = [0, 25, 50, 75].map((target) =>
      Math.abs(mean(at(target, 'falling')) - mean(at(target, 'rising'))),
    )
    expect(value(answer, 'hysteresis')).toBeCloseTo(Math.max(...differences), 9)
  })
  test('terminal-based linearity: from the line through the ends', () => {
    const departures = curve.map(({ x, e }) =>
      Math.abs(
        e -
          ((first?.e ?? 0) +
            (((last?.e ?? 0) - (first?.e ?? 0)) * (x - (first?.x ?? 0))) / ((last?.x ?? 100) - (first?.x ?? 0))),
      ),
    )
    expect(value(answer, 'terminalBased')).toBeCloseTo(Math.max(...departures), 9)
  })
  test('independent linearity: no line on a fine grid does better', () => {
    let best = Number.POSITIVE_INFINITY
    for (let a = -0.5; a <= 0.5; a += 0.002)
      for (let b = -0.5; b <= 0.5; b += 0.002)
        best = Math.min(best, Math.max(...curve.map(({ x, e }) => Math.abs(e - a - (b * x) / 100))))
    expect(value(answer, 'independent')).toBeLessThanOrEqual(best + 1e-9)
    expect(value(answer, 'independent')).toBeGreaterThan(best - 0.004) // the grid is this coarse
  })
  test('repeatability: spread of a point and direction', () => {
    const spreads = [0, 25, 50, 75, 100].flatMap((target) =>
      ['rising', 'falling']
        .map((direction) => at(target, direction))
        .filter((list) => list.length > 1)
        .map((list) => Math.max(...list) - Math.min(...list)),
    )
    expect(value(answer, 'repeatability')).toBeCloseTo(Math.max(...spreads), 9)
  })
})

describe('conformity', () => {
  test('ratios', () => {
    expect(both('ratios').answer).toMatchObject({
      tur: expect.closeTo(0.16 / 0.031, 12),
      tar: expect.closeTo(0.16 / 0.024, 12),
    })
  })
  test('decide: 0.137 lies between 0.124 and 0.16 (ILAC-G8:09/2019)', () => {
    expect(both('decide').answer).toMatchObject({
      statement: 'conditional pass',
      acceptanceLimit: { value: expect.closeTo(0.124, 12) },
    })
  })
  /** Probability below z by Simpson's rule on the density, coarse but our own. */
  const below = (z: number) => {
    const n = 4000
    const h = (z + 10) / n
    const density = (x: number) => Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI)
    let sum = density(-10) + density(z)
    for (let i = 1; i < n; i++) sum += density(-10 + i * h) * (i % 2 ? 4 : 2)
    return (sum * h) / 3
  }
  test('decide-by-rule: 0.147 lies between 0.16 − 0.036 and 0.16 (ILAC-G8:09/2019, 4.2.2)', () => {
    const { answer } = both('decide-by-rule')
    expect(value(answer, 'acceptedUpTo')).toBeCloseTo(0.124, 12)
    expect(answer.verdict).toBe('inside the limit, not accepted: within the guard band')
  })
  test('specific-risk (JCGM 106, 9.3.2)', () => {
    const risk = below((0.143 - 0.16) / 0.018) + below((-0.16 - 0.143) / 0.018)
    expect(value(both('specific-risk').answer, 'risk')).toBeCloseTo(100 * risk, 6)
  })
  test('impact-of-reference: it showed 0.28 % of reading too little, three quarters of it by then', () => {
    const { input, answer } = both('impact-of-reference')
    const readings = input.readings as { applied: number; output: number }[]
    const errors = readings.map(({ applied, output }) => {
      const was = applied * (1 + 0.75 * 0.0028)
      return [((output - 4 - (applied / 24) * 16) / 16) * 100, ((output - 4 - (was / 24) * 16) / 16) * 100] as const
    })
    const points = rows<{ before: { value: number }; after: { value: number } }>(answer, 'rows')
    expect(points).toHaveLength(5)
    for (const [index, { before, after }] of points.entries()) {
      expect(before.value).toBeCloseTo(errors[index]?.[0] ?? Number.NaN, 9)
      expect(after.value).toBeCloseTo(errors[index]?.[1] ?? Number.NaN, 9)
    }
    const inside = (which: 0 | 1) => errors.every((pair) => Math.abs(pair[which]) <= 0.35)
    expect([answer.before, answer.after]).toEqual(
      [0, 1].map((which) => (inside(which as 0 | 1) ? 'inside' : 'outside')),
    )
    const changes = errors.map(([before, after]) => after - before)
    expect(value(answer, 'largest')).toBeCloseTo(
      changes.reduce((most, change) => (Math.abs(change) > Math.abs(most) ? change : most)),
      9,
    )
  })
  test('global-risk (JCGM 106, 9.5): by trapezoids over the prior', () => {
    const { input, answer } = both('global-risk')
    const errors = (input.prior as { errors: number[] }).errors
    const mean = errors.reduce((a, b) => a + b, 0) / errors.length
    const s0 = Math.sqrt(errors.reduce((a, e) => a + (e - mean) ** 2, 0) / (errors.length - 1) - 0.018 ** 2)
    let [accept, reject] = [0, 0]
    const step = 0.0005
    for (let e = -0.6; e < 0.7; e += step) {
      const density = Math.exp(-(((e - mean) / s0) ** 2) / 2) / (s0 * Math.sqrt(2 * Math.PI))
      const accepted = below((0.16 - e) / 0.018) - below((-0.16 - e) / 0.018)
      if (Math.abs(e) > 0.16) accept += accepted * density * step
      else reject += (1 - accepted) * density * step
    }
    expect(value(answer, 'priorDeviation')).toBeCloseTo(s0, 12)
    expect(value(answer, 'falseAccept')).toBeCloseTo(100 * accept, 1)
    expect(value(answer, 'falseReject')).toBeCloseTo(100 * reject, 1)
  })
})

describe('uncertainty', () => {
  test('uncertainty-budget: partial derivatives by hand (JCGM 100, 5.1.2)', () => {
    const { answer } = both('uncertainty-budget')
    const [rho, g, h] = [998.1, 9.814, 0.18]
    const contributions = [
      0.009,
      0.005 / Math.sqrt(3),
      ((g * h) / 1000) * (1.5 / Math.sqrt(3)),
      ((rho * h) / 1000) * (0.002 / Math.sqrt(3)),
      ((rho * g) / 1000) * 0.003,
    ]
    const u = Math.hypot(...contributions)
    expect(value(answer, 'value')).toBeCloseTo(64.02 + (rho * g * h) / 1000, 9)
    expect(value(answer, 'combined')).toBeCloseTo(u, 8)
    const [, , , , last = 0] = contributions
    expect(answer.effectiveDegrees).toBeCloseTo(u ** 4 / (last ** 4 / 9), 4) // Welch–Satterthwaite, one finite input
  })
  test('uncertainty-budget with correlation: 3 + 1 + 2·√3·0.5 for inputs of √3 and 1 (JCGM 100, 5.2.2)', () => {
    const calculation = calculationNamed('uncertainty-budget')
    if (!calculation) throw new Error('no budget')
    const of = (coefficient: number, second = 'b') =>
      runCalculation(calculation, {
        ...{ model: 'a - b', unit: 'kPa', coverage: 0.95 },
        inputs: [
          { name: 'a', distribution: { kind: 'normal', mean: 5, standardUncertainty: Math.sqrt(3) }, degrees: null },
          { name: 'b', distribution: { kind: 'normal', mean: 2, standardUncertainty: 1 }, degrees: null },
        ],
        correlations: [{ first: 'a', second, coefficient }],
      })
    // Of a difference, what varies alike falls out.
    for (const [r, variance] of [
      [0.5, 4 - Math.sqrt(3)],
      [-0.5, 4 + Math.sqrt(3)],
    ] as const) {
      const outcome = of(r)
      if (outcome.kind !== 'answer') throw new Error('refused')
      expect(value(outcome.answer, 'combined')).toBeCloseTo(Math.sqrt(variance), 9)
    }
    expect(of(0.5, 'c')).toMatchObject({ kind: 'refused', refusals: [{ field: 'correlations.0.second' }] })
    expect(of(1.2)).toMatchObject({ kind: 'refused', refusals: [{ field: 'correlations.0.coefficient' }] })
  })
  test('comparison-budget: every line by hand (JCGM 100, 4.3.7 and 5.1.2)', () => {
    const { answer } = both('comparison-budget')
    const perBar = 100 / 24
    const perMilliamp = 100 / 16
    const days = (from: string) => (Date.parse('2026-03-20') - Date.parse(from)) / 86_400_000 / 365.25
    const u = Math.hypot(
      ((0.0002 * 18.01 + 0.00008 * 34) * perBar) / Math.sqrt(3),
      (0.00006 * 34 * days('2025-09-18') * perBar) / Math.sqrt(3),
      (0.0005 * perBar) / Math.sqrt(3),
      ((0.0001 * 16.012 + 0.00005 * 55) * perMilliamp) / 2, // U of its certificate over k
      (0.00002 * 55 * days('2025-11-05') * perMilliamp) / Math.sqrt(3),
      (0.0005 * perMilliamp) / Math.sqrt(3),
      0.018,
    )
    expect(value(answer, 'combined')).toBeCloseTo(u, 9)
    expect(answer.effectiveDegrees).toBeCloseTo(u ** 4 / (0.018 ** 4 / 8), 3)
    expect(rows(answer, 'lines')).toHaveLength(7)
  })
  test('monte-carlo: the mean of k·√Δp over a rectangle, integrated by hand', () => {
    const { answer } = both('monte-carlo')
    const [low, high] = [0.53, 0.71]
    const meanRoot = ((2 / 3) * (high ** 1.5 - low ** 1.5)) / (high - low)
    expect(value(answer, 'mean')).toBeCloseTo(13.42 * meanRoot, 1)
    const variance = (13.42 ** 2 + 0.03 ** 2) * ((low + high) / 2) - (13.42 * meanRoot) ** 2
    expect(value(answer, 'standardUncertainty')).toBeCloseTo(Math.sqrt(variance), 2)
  })
})

describe('adjustment', () => {
  test('two-screws: interaction from one span move, and the aim from both equations', () => {
    const { answer } = both('two-screws')
    const [zSet, zNow] = [(19 - 20) / 0.8, (21.5 - 20) / 0.8] // % of an 80 kPa output span
    const spanMove = (100 - 92.9) / 0.8
    const k = (zNow - zSet) / spanMove
    expect(value(answer, 'interaction')).toBeCloseTo(100 * k, 0) // the prior weighs almost nothing against so large a move
    const zeroMove = (19 - 22.3) / 0.8
    const m = (92.9 - 96.1) / 0.8 / zeroMove
    expect(value(answer, 'aim')).toBeCloseTo((k * (0 - m * zNow)) / (1 - k * m), 1)
  })
  test('zero-trim and two-point-trim', () => {
    expect(value(both('zero-trim').answer, 'shift')).toBeCloseTo(0.38, 12)
    const { answer } = both('two-point-trim')
    const gain = 16 / (20.082 - 4.034)
    expect(value(answer, 'gainChange')).toBeCloseTo((gain - 1) * 100, 9)
    const [low, middle, high] = rows<{ after: Quantity }>(answer, 'remainder')
    expect(low?.after.value).toBeCloseTo(0, 12)
    expect(middle?.after.value).toBeCloseTo(gain * (12.061 - 4.034) + 4 - 12, 12)
    expect(high?.after.value).toBeCloseTo(0, 12)
  })
  test('digital-gauge: targets, and what is left is small beside what was off', () => {
    const { answer } = both('digital-gauge')
    expect(rows<{ target: Quantity }>(answer, 'sequence').map(({ target }) => target.value)).toEqual([
      0,
      6,
      3,
      expect.closeTo(-0.95 * 0.987, 12),
    ])
    for (const { after } of rows<{ after: Quantity }>(answer, 'left')) expect(Math.abs(after.value)).toBeLessThan(0.005)
  })
})

describe('vacuum', () => {
  test('vacuum-plan: 1 and 3 of each decade, the better reference where both reach', () => {
    const points = rows<{ pressure: Quantity; reference: string; ratio: number }>(both('vacuum-plan').answer, 'points')
    expect(points.map(({ pressure }) => pressure.value)).toEqual([
      0.002, 0.003, 0.01, 0.03, 0.1, 0.3, 1, 3, 10, 30, 100, 300, 900,
    ])
    for (const { pressure, reference, ratio } of points) {
      expect(reference).toBe(pressure.value >= 0.8 ? 'barometric cell' : 'low cell')
      expect(ratio).toBeCloseTo(pressure.value >= 0.8 ? 40 : 8 / 0.6, 9)
    }
  })
  test('vacuum-reading and vacuum-adjust', () => {
    expect(value(both('vacuum-reading').answer, 'error')).toBeCloseTo((0.0467 / 0.0451 - 1) * 100, 9)
    expect(value(both('vacuum-adjust').answer, 'span')).toBeCloseTo(0.79 * 987, 9)
    expect(value(both('vacuum-adjust').answer, 'zeroAtMost')).toBeCloseTo(0.02, 12)
  })
})

describe('diagnosis and simulation', () => {
  test('diagnose: the example has meter and AO 0.42 % apart, PV right', () => {
    const { input, answer } = both('diagnose')
    const differences = (input.readings as { ao: number; output: number }[]).map(
      ({ ao, output }) => ((output - ao) / 16) * 100,
    )
    const mean = differences.reduce((a, b) => a + b, 0) / differences.length
    expect(rows<{ cause: string; evidence: string }>(answer, 'ranked')[0]).toMatchObject({
      cause: 'output-stage',
      evidence: `output: zero +${mean.toFixed(2)} % of span`,
    })
  })
  test('simulate: the meter is off from AO by the size of the fault, PV agrees with what was applied', () => {
    const { input, answer } = both('simulate')
    const size = input.faultPercent as number
    const readings = rows<{ applied: Quantity; pv: Quantity; ao: Quantity; output: Quantity; target: number }>(
      answer,
      'readings',
    )
    expect(readings).toHaveLength(9)
    for (const { applied, pv, ao, output } of readings) {
      expect(Math.abs(pv.value - applied.value)).toBeLessThan((48 * 0.1) / 100)
      expect(Math.abs(((output.value - ao.value) / 16) * 100)).toBeLessThan(2.2 * size)
    }
    const largest = Math.max(...readings.map(({ ao, output }) => Math.abs(((output.value - ao.value) / 16) * 100)))
    expect(largest).toBeGreaterThan(0.8 * size)
  })
})
