import { describe, expect, test } from 'vitest'
import { confusionOf, TRIAL_SETTINGS } from '../../../tests/support/diagnosisTrials'
import { diagnose } from './diagnose'
import type { DiagnosisContext, DiagnosisReading } from './diagnosisReading'

const context: DiagnosisContext = {
  transfer: { kind: 'linear' },
  unit: 'kPa',
  zeroPressurePercent: 0,
  noisePercent: 0.02,
  isCurrentLoop: true,
  wetLegPercent: null,
  minimumTerminalVolts: null,
}
/** Readings made by hand from a rule, without the simulator, on a grid of a hundredth. */
const check = (
  output: (x: number, direction: 'rising' | 'falling') => number,
  more: Partial<Record<'pv' | 'ao' | 'volts', (x: number) => number>> = {},
) =>
  [
    ...[0, 25, 50, 75, 100].map((x) => [x, 'rising'] as const),
    ...[75, 50, 25, 0].map((x) => [x, 'falling'] as const),
  ].map(
    ([x, direction]): DiagnosisReading => ({
      targetPercent: x,
      direction,
      appliedPercent: x,
      outputPercent: Math.round(output(x, direction) * 100) / 100,
      pvPercent: more.pv?.(x) ?? null,
      aoPercent: more.ao?.(x) ?? null,
      terminalVolts: more.volts?.(x) ?? null,
    }),
  )
const same = (x: number) => x

describe('causes the trade knows by their shape (common practice, no source)', () => {
  test.each<[string, DiagnosisReading[], Partial<DiagnosisContext>]>([
    ['none', check(same), {}],
    ['zero-shift', check((x) => x + 0.8), {}],
    ['span-error', check((x) => x * 1.006), {}],
    ['zero-and-span', check((x) => x * 1.006 - 0.9), {}],
    ['non-linearity', check((x) => x + (0.7 * 4 * x * (100 - x)) / 1e4), {}],
    ['hysteresis', check((x, d) => x + (d === 'rising' ? -0.3 : 0.3)), {}],
    ['sensor-stage', check((x) => x + 0.5, { pv: (x) => x + 0.5, ao: (x) => x + 0.5 }), {}],
    ['output-stage', check((x) => x + 0.5, { pv: same, ao: same }), {}],
    ['both-stages', check((x) => x * 1.01 - 0.4, { pv: (x) => x * 1.01, ao: (x) => x * 1.01 }), {}],
    ['reverse-action', check((x) => 100 - x), {}],
    ['equalised-or-leaking', check(() => 0), {}],
    ['plugged-line', check(() => 41.3), {}],
    ['failure-signal', check(() => -3.1), {}],
    ['range-differs', check((x) => x / 1.3), {}],
    ['wrong-unit', check((x) => Math.min(103.13, x * 4.0218)), {}],
    ['mistyped-reading', check((x, d) => (x === 75 && d === 'rising' ? 57 : x)), {}],
    [
      'supply-too-low',
      check((x) => Math.min(x, 60), { volts: (x) => (x > 60 ? 12.1 : 16) }),
      { minimumTerminalVolts: 12 },
    ],
    ['saturation', check((x) => Math.min(x, 60), { volts: () => 17 }), { minimumTerminalVolts: 12 }],
    ['wet-leg-lost', check((x) => x + 12.5), { wetLegPercent: 12.5, isCurrentLoop: false }],
    ['root-twice', check((x) => 10 * Math.sqrt(x)), {}],
    ['root-missing', check(same), { transfer: { kind: 'root-to-zero', cutOffPercent: 10 } }],
    ['water-reference', check((x) => x * (998.2067 / 999.972)), { unit: 'inH2O@20C', noisePercent: 0.01 }],
  ])('%s', (cause, readings, more) => {
    const { ranked, answer } = diagnose(readings, { ...context, ...more })
    expect(ranked[0]?.cause).toBe(cause)
    expect(answer).toBe(cause === 'none' ? 'none' : 'found')
  })
  test('reference over range: it stands at 80 while targets and output go on', () => {
    const readings = check(same).map((reading) => ({
      ...reading,
      appliedPercent: Math.min(80, reading.appliedPercent),
      outputPercent: reading.targetPercent,
    }))
    expect(diagnose(readings, context).ranked[0]?.cause).toBe('reference-over-range')
  })
})

test('shares of the evidence make one, and fall with the rank', () => {
  const { ranked } = diagnose(
    check((x) => x + 0.8),
    context,
  )
  expect(ranked.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9)
  expect(ranked.map(({ share }) => share)).toEqual(ranked.map(({ share }) => share).toSorted((a, b) => b - a))
})

describe('what cannot be told is said', () => {
  test('a zero shift and a tilt look the same from one position', () => {
    const [first] = diagnose(
      check((x) => x + 0.8),
      context,
    ).ranked
    expect(first?.lookalikes.map(({ name }) => name)).toContain('mounting tilt')
    expect(first?.lookalikes[0]?.tellApart).toContain('levelled')
  })
  test('saturation or a weak supply: undecided without the terminal voltage, which it asks for', () => {
    const stops = check((x) => Math.min(x, 60), { pv: same })
    const diagnosis = diagnose(stops, context)
    expect(diagnosis.answer).toBe('undecided')
    expect(
      diagnosis.ranked
        .slice(0, 2)
        .map(({ cause }) => cause)
        .toSorted(),
    ).toEqual(['saturation', 'supply-too-low'])
    expect(diagnosis.next?.says).toContain('voltage at the terminals')
  })
  test('a lone reading that stops short: take it again', () => {
    const diagnosis = diagnose(
      check((x) => Math.min(x, 91)),
      context,
    )
    expect(diagnosis.answer).toBe('undecided')
    expect(diagnosis.next?.says).toContain('100 % rising again')
  })
  test('something no cause explains is not forced into one', () => {
    const odd = [0.9, -0.7, 0.4, -1.1, 0.8, -0.6, 1.2, -0.9, 0.5]
    let at = 0
    expect(
      diagnose(
        check((x) => x + (odd[at++] ?? 0)),
        context,
      ).answer,
    ).toBe('unexplained')
  })
  test('too few readings, or nothing read, is refused', () => {
    expect(() => diagnose(check(same).slice(0, 2), context)).toThrow('say too little')
    expect(() =>
      diagnose(
        check(same).map((r) => ({ ...r, outputPercent: null })),
        context,
      ),
    ).toThrow('nothing that the instrument gave')
    expect(() => diagnose(check(same), { ...context, noisePercent: 0 })).toThrow('scatter')
  })
})

describe('on simulated instruments: faults of two to five limits, a tenth of the limit as noise', () => {
  const COUNT = 40
  test.each(TRIAL_SETTINGS)(
    '$name: at least 95 % right first over all, none below 85 %',
    (setting) => {
      const shares = [...confusionOf(setting, COUNT)].map(([cause, named]) => ({
        cause,
        share: (named.get(cause) ?? 0) / COUNT,
      }))
      for (const { cause, share } of shares) expect(share, cause).toBeGreaterThanOrEqual(0.85)
      expect(shares.reduce((sum, { share }) => sum + share, 0) / shares.length).toBeGreaterThanOrEqual(0.95)
    },
    60_000,
  )
})
