import { describe, expect, test } from 'vitest'
import { randomStream } from '../statistics/randomStream'
import { type DecadeReading, diagnoseDecades } from './diagnoseDecades'

/** A vacuum gauge, 0 … 13.4 hPa, limit 6 % of reading; a tenth of it is scatter. */
const POINTS = [0.134, 0.4, 1.34, 4, 13.4]
const readings = (shows: (applied: number) => number, points: readonly number[] = POINTS): DecadeReading[] =>
  points.map((applied) => ({
    ...{ targetPercent: (applied / 13.4) * 100, direction: 'rising' as const, applied },
    error: Number(shows(applied).toPrecision(4)) - applied,
    ...{ limit: 0.06 * applied, noise: 0.006 * applied },
  }))
const found = (shows: (applied: number) => number) => {
  const { answer, group } = diagnoseDecades(readings(shows), 'hPa')
  return `${answer} ${group}`
}

describe('errors over decades (common practice, no source)', () => {
  test.each<[string, (applied: number) => number]>([
    ['none none', (x) => x],
    ['inside span-error', (x) => x * 1.055],
    ['found zero-shift', (x) => x + 0.05],
    ['found zero-shift', (x) => Math.max(0, x - 0.03)],
    ['found span-error', (x) => x * 0.88],
    ['found zero-and-span', (x) => 0.91 * x + 0.02],
    // hPa shown as mmHg: the unit, or a span error as large by chance.
    ['undecided span-error,wrong-unit', (x) => x * 0.750062],
    ['found mistyped-reading', (x) => (x === 1.34 ? 13.4 : x)],
  ])('%s', (answer, shows) => {
    expect(found(shows)).toBe(answer)
  })
  test('span 9 % low and zero 0.02 hPa high at once: both, with their sizes', () => {
    const { ranked } = diagnoseDecades(
      readings((x) => 0.91 * x + 0.02),
      'hPa',
    )
    expect(ranked[0]).toMatchObject({ cause: 'zero-and-span', shape: 'zero-and-span' })
    const [, zero, span] = /zero ([+−][\d.]+) hPa, span ([+−][\d.]+) % of reading/.exec(ranked[0]?.evidence ?? '') ?? []
    expect(Math.abs(Number(zero?.replace('−', '-')) - 0.02)).toBeLessThan(0.003)
    expect(Math.abs(Number(span?.replace('−', '-')) + 9)).toBeLessThan(1)
  })
  test('what no cause explains is not forced into one', () => {
    const odd = [1.3, 0.7, 1.4, 0.6, 1.3]
    const diagnosis = diagnoseDecades(
      readings((x) => x * (odd[POINTS.indexOf(x)] ?? 1)),
      'hPa',
    )
    expect(diagnosis.answer).toBe('unexplained')
    expect(diagnosis.ranked.every(({ share }) => share === null)).toBe(true)
  })
  test('a doubt about one reading asks for it again', () => {
    // The lowest of three is off, and the next so high that a zero shift would not show there.
    const { answer, next } = diagnoseDecades(
      readings((x) => (x === 0.134 ? 0.2 : x), [0.134, 4, 13.4]),
      'hPa',
    )
    expect(answer).toBe('undecided')
    expect(next?.says).toBe('read 0.134 hPa rising once more')
  })
  test('too few readings, and a limit of nothing, are refused', () => {
    expect(() => diagnoseDecades(readings((x) => x).slice(0, 2), 'hPa')).toThrow('say too little')
    expect(() =>
      diagnoseDecades(
        readings((x) => x).map((reading) => ({ ...reading, limit: 0 })),
        'hPa',
      ),
    ).toThrow('not above zero')
  })
})

test('of 600 simulated gauges none is claimed wrongly, and nine in ten are named', () => {
  const kinds = ['none', 'zero-shift', 'span-error', 'zero-and-span'] as const
  const tally = { named: 0, wrong: 0, all: 0 }
  for (let seed = 1; seed <= 600; seed++) {
    const stream = randomStream(seed)
    const kind = kinds[seed % 4] ?? 'none'
    const size = () => (stream.uniform() < 0.5 ? -1 : 1) * (2.5 + 5 * stream.uniform())
    // In limits: of the lowest point, and of reading.
    const zero = kind === 'zero-shift' || kind === 'zero-and-span' ? size() * 0.06 * 0.134 : 0
    const span = kind === 'span-error' || kind === 'zero-and-span' ? size() * 0.06 : 0
    const noisy = readings((x) => x).map((reading) => ({
      ...reading,
      error: zero + span * reading.applied + reading.noise * stream.normal(),
    }))
    const { answer, group } = diagnoseDecades(noisy, 'hPa')
    tally.all += 1
    if (kind === 'none' ? answer === 'none' || answer === 'inside' : group.includes(kind)) tally.named += 1
    else if (answer === 'found') tally.wrong += 1
  }
  expect(tally.wrong).toBeLessThanOrEqual(3)
  expect(tally.named / tally.all).toBeGreaterThan(0.9)
})
