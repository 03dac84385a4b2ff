import { describe, expect, test } from 'vitest'
import { meanOf } from '@/core/statistics/sample'
import { randomStream } from '../../core/statistics/randomStream'
import { settling } from './settling'

/** A value that goes to its end by a first order, with noise. */
function approaching({ tau = 6, noise = 0, drift = 0, seconds = 60, seed = 1 } = {}) {
  const stream = randomStream(seed)
  return Array.from({ length: seconds * 4 }, (_, index) => {
    const at = index / 4
    return { seconds: at, value: 100 - 2 * Math.exp(-at / tau) + drift * at + noise * stream.normal() }
  })
}
const until = (samples: ReturnType<typeof approaching>, rule: Parameters<typeof settling>[1]) =>
  samples.find((_, index) => settling(samples.slice(0, index + 1), rule, 0).isSettled)?.seconds ?? null

describe('when a point has settled', () => {
  test('by time: when it was held so long, whatever it does', () => {
    expect(until(approaching({ drift: 1 }), { kind: 'time', seconds: 20 })).toBe(20)
  })
  test('by a window: when the last of it spans no more than twice the tolerance, by the closed form', () => {
    // 2·(e^(−(t−10)/6) − e^(−t/6)) = 0.1, so t = −6·ln(0.05/(e^(10/6) − 1)) = 26.7 s.
    const expected = -6 * Math.log(0.05 / (Math.exp(10 / 6) - 1))
    const found = until(approaching(), { kind: 'window', seconds: 10, tolerance: 0.05 })
    expect(Math.abs((found ?? 0) - expected)).toBeLessThanOrEqual(0.25)
  })
  test('statistically: not while it still creeps by more than its noise, and soon after', () => {
    const rule = { kind: 'statistical', seconds: 10, tolerance: 0.05 } as const
    const found = until(approaching({ noise: 0.005 }), rule) ?? 0
    // At the time it says so what is left to come is below the tolerance.
    expect(2 * Math.exp(-found / 6)).toBeLessThan(0.05)
    expect(found).toBeLessThan(45)
  })
  test('a steady drift larger than the tolerance never settles, noise or not', () => {
    const drifting = approaching({ tau: 0.1, drift: 0.02, noise: 0.002 })
    expect(until(drifting, { kind: 'statistical', seconds: 10, tolerance: 0.05 })).toBeNull()
    expect(until(drifting, { kind: 'window', seconds: 10, tolerance: 0.05 })).toBeNull()
  })
  test('a drift far below its tolerance settles, though it is seen', () => {
    const creeping = approaching({ tau: 0.1, drift: 0.0002, noise: 0 })
    expect(until(creeping, { kind: 'statistical', seconds: 10, tolerance: 0.05 })).not.toBeNull()
  })
  test('a creep that is seen clearly is waited for, though it would stay within the tolerance', () => {
    // 0.003 a second come to 0.03 of a tolerance of 0.05.
    const creeping = approaching({ tau: 0.1, drift: 0.003, noise: 0 })
    expect(until(creeping, { kind: 'statistical', seconds: 10, tolerance: 0.05 })).toBeNull()
  })
  test('noise that hides a slope larger than the tolerance is no rest', () => {
    const noisy = Array.from({ length: 81 }, (_, index) => ({
      seconds: index / 4,
      value: (index % 2 === 0 ? 1 : -1) + 0.02 * (index / 4),
    }))
    const { isSettled, slopePerSecond } = settling(noisy, { kind: 'statistical', seconds: 10, tolerance: 0.05 }, 0)
    expect(slopePerSecond).toBeCloseTo(0.02, 2)
    expect(isSettled).toBe(false)
  })
  test('nothing is said of too few samples; the slope is that of the line', () => {
    const rule = { kind: 'statistical', seconds: 4, tolerance: 1 } as const
    expect(settling(approaching().slice(0, 4), rule, 0)).toEqual({ isSettled: false, slopePerSecond: null })
    const line = Array.from({ length: 20 }, (_, index) => ({ seconds: index, value: 3 + 0.5 * index }))
    expect(settling(line, rule, 0).slopePerSecond).toBeCloseTo(0.5, 12)
  })
})

test('mean and deviation by hand: 1, 2, 3, 4', () => {
  expect(meanOf([1, 2, 3, 4])).toEqual({ mean: 2.5, deviation: Math.sqrt(5 / 3), count: 4 })
  expect(meanOf([7]).deviation).toBe(0)
})
