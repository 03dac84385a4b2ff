import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { passesNeeded } from '../../../tests/support/screwTrials'
import { digitalGaugeSequence, gaugeAdjustRemainder } from './digitalGauge'
import type { ScrewHistory } from './screwHistory'
import type { ScrewMove } from './screwNotices'
import { trimRemainder, twoPointTrim } from './twoPointTrim'
import { adviseScrews } from './twoScrews'
import { largestZeroTrim, zeroTrimShift } from './zeroTrim'

const start: ScrewHistory = {
  zeroError: 2,
  fullError: -3,
  moves: [],
  zeroReadNow: null,
  fullReadNow: null,
  limit: 0.5,
  noise: 0.05,
}
const move = (
  screw: 'zero' | 'span',
  errorBefore: number,
  errorAfter: number,
  turns: number | null = null,
): ScrewMove => ({ screw, errorBefore, errorAfter, turns })

describe('two interacting screws', () => {
  test('the aim, worked by hand: with k = 0.5 and m = 1 known, zero 2 and full −3 ask for −5 at zero', () => {
    // z* = k (f − m z) / (1 − k m) = 0.5 · (−3 − 2) / 0.5 = −5: then full stands at −3 − 7 = −10, taking it to 0
    // moves zero by 0.5 · 10 = 5, which brings −5 home.
    const known = [
      move('zero', 2, 2),
      move('span', -3, 17),
      move('zero', 12, 2),
      move('span', 7, -3),
      move('zero', -3, -3),
    ]
    const advice = adviseScrews({ ...start, moves: known.slice(0, -1), zeroReadNow: -3, noise: 1e-6 })
    expect(advice.interaction.value).toBeCloseTo(0.5, 6)
    expect(advice.zeroAtFull.value).toBeCloseTo(1, 6)
    const { zeroError, fullError } = advice
    expect(advice.aimPercent).toBeCloseTo((0.5 * (fullError - zeroError)) / 0.5, 5)
    expect(advice.nextScrew).toBe('zero')
  })
  test('following the aim exactly brings both ends home in one pass, for any interaction', () => {
    for (const k of [0.1, 0.3, 0.6]) {
      const seen = { ...start, moves: [move('zero', 2, 0), move('span', -5, 0)], zeroReadNow: 5 * k, noise: 1e-7 }
      const { aimPercent } = adviseScrews(seen)
      const fullBefore = aimPercent - 5 * k // m = 1: what zero gains, full gains
      expect(aimPercent - k * fullBefore).toBeCloseTo(0, 5)
    }
  })
  test('both ends inside the limit: done, no pass left', () => {
    expect(adviseScrews({ ...start, zeroError: 0.3, fullError: -0.2 })).toMatchObject({ isDone: true, passesLeft: 0 })
  })
  test('a screw without effect and backlash are noticed', () => {
    const dead = adviseScrews({ ...start, moves: [move('span', -3, -3.02, 1)] })
    expect(dead.notices).toMatchObject([{ kind: 'no effect', screw: 'span' }])
    const loose = adviseScrews({
      ...start,
      moves: [move('zero', 2, -1, -1), move('span', -4, 0), move('zero', 0.5, 1.1, 0.5)],
    })
    expect(loose.notices).toMatchObject([{ kind: 'backlash', screw: 'zero' }]) // 0.5 turns should have done 1.5 %
    expect(loose.notices[0]?.says).toContain('0.30 turns')
  })
  test('refuses no limit and no noise', () => {
    expect(() => adviseScrews({ ...start, limit: 0 })).toThrow('limit')
    expect(() => adviseScrews({ ...start, noise: 0 })).toThrow('noise')
  })
  test('on simulated instruments with 10–60 % interaction, backlash and noise: nine in ten within three passes', () => {
    const trials = Array.from({ length: 200 }, (_, seed) => passesNeeded('advised', seed + 1))
    expect(trials.filter((passes) => passes <= 3).length).toBeGreaterThanOrEqual(180)
    const alternate = Array.from({ length: 200 }, (_, seed) => passesNeeded('alternate', seed + 1))
    const sum = (list: number[]) => list.reduce((total, passes) => total + passes, 0)
    expect(sum(trials)).toBeLessThan(sum(alternate))
  })
})

describe('zero trim (common practice, no source)', () => {
  const vented = { pv: 0.42, applied: 0, zeroTolerance: 0.02, makerLimit: 5, lrv: 0 }
  test('shifts by what it shows at true zero', () => {
    expect(zeroTrimShift(vented)).toBe(-0.42)
    expect(zeroTrimShift({ ...vented, pv: 0 })).toBe(0)
  })
  test.each([
    ['a live pressure', { ...vented, applied: 3 }, 'is not zero within'],
    ['an elevated zero', { ...vented, pv: -39.6, lrv: -40, makerLimit: null }, 'would hide it'],
    ['more than the maker allows', { ...vented, pv: 6 }, 'beyond the ±5'],
  ])('refuses %s', (_, trim, reason) => {
    expect(() => zeroTrimShift(trim)).toThrow(reason)
  })
  test.each([
    ['a tenth of the span', { lrl: -100, url: 200, lrv: 0, urv: 100 }, 10],
    ['never more than a tenth of the sensor’s limit', { lrl: -10, url: 20, lrv: -10, urv: 20 }, 2],
    ['a hundredth of it, turned down far', { lrl: -100, url: 200, lrv: 0, urv: 1 }, 2],
    ['what the maker says goes before', { lrl: -100, url: 200, lrv: 0, urv: 100, zeroTrimLimit: 5 }, 5],
  ])('is good for %s', (_, of, limit) => {
    expect(largestZeroTrim(of)).toBeCloseTo(limit, 12)
  })
})

describe('two-point trims', () => {
  const trim = { minimumSpan: 10, makerGainLimitPercent: 5 }
  test('sensor: 0 read as 0.5 and 100 as 101.5 need gain 100/101 and no more is left at either end', () => {
    const correction = twoPointTrim({
      ...trim,
      lower: { reference: 0, reading: 0.5 },
      upper: { reference: 100, reading: 101.5 },
    })
    expect(correction.gain).toBeCloseTo(100 / 101, 12)
    const [low, middle, high] = trimRemainder(correction, [
      { reference: 0, reading: 0.5 },
      { reference: 50, reading: 51.3 },
      { reference: 100, reading: 101.5 },
    ])
    expect([low, high]).toEqual([expect.closeTo(0, 10), expect.closeTo(0, 10)])
    expect(middle).toBeCloseTo((100 / 101) * 50.8 - 50, 10) // a bow stays
  })
  test('just what the maker allows is allowed, and a little more is not', () => {
    // 100 over 80 is 1.25, exactly a quarter more.
    const by = (makerGainLimitPercent: number) => () =>
      twoPointTrim({
        ...{ minimumSpan: 10, makerGainLimitPercent },
        lower: { reference: 0, reading: 0 },
        upper: { reference: 100, reading: 80 },
      })
    expect(by(25)().gain).toBe(1.25)
    expect(by(24.9)).toThrow('beyond the ±24.9 % that the maker allows')
  })
  test('output: 4.02 and 20.10 mA', () => {
    const { gain, offset } = twoPointTrim({
      ...trim,
      lower: { reference: 4, reading: 4.02 },
      upper: { reference: 20, reading: 20.1 },
    })
    expect(gain * 12.06 + offset).toBeCloseTo(12, 9) // half way between both readings is half way between both ends
  })
  test.each([
    [{ reference: 0, reading: 0 }, { reference: 5, reading: 5 }, 'less than the minimum of 10'],
    [{ reference: 0, reading: 4 }, { reference: 100, reading: 4 }, 'does not follow'],
    [{ reference: 0, reading: 0 }, { reference: 100, reading: 110 }, 'beyond the ±5 %'],
  ])('%o and %o are refused', (lower, upper, reason) => {
    expect(() => twoPointTrim({ ...trim, lower, upper })).toThrow(reason)
  })
})

describe('digital gauge', () => {
  test('compound range: zero, full, mid, and −14.0 psi (common practice, no source)', () => {
    const sequence = digitalGaugeSequence({ low: -14.7, high: 100 }, 14.696)
    expect(sequence.map(({ name }) => name)).toEqual(['zero', 'full scale', 'mid-scale', 'near vacuum'])
    expect(sequence[3]?.target).toBeCloseTo(-14, 1)
    expect(digitalGaugeSequence({ low: 0, high: 100 }, 14.696)).toHaveLength(3)
  })
  test('a vacuum gauge ends at zero: near vacuum is its far end', () => {
    const sequence = digitalGaugeSequence({ low: -1, high: 0 }, 1.013)
    expect(sequence.map(({ name }) => name)).toEqual(['zero', 'near vacuum', 'mid-scale'])
    for (const { target, from, to } of sequence) expect(from <= target && target <= to).toBe(true)
  })
  test('more vacuum than there is air is refused', () => {
    expect(() => digitalGaugeSequence({ low: -30, high: 100 }, 14.7)).toThrow('deeper than the air pressure')
  })
  test('a straight error through the held points leaves nothing', () => {
    const wrong = (reference: number) => ({ reference, reading: 1.02 * reference + 0.3 })
    for (const left of gaugeAdjustRemainder([0, 50, 100].map(wrong), [10, 30, 77].map(wrong)))
      expect(left).toBeCloseTo(0, 9)
  })
})

describe('laws of the adjustments', () => {
  const small = fc.double({ min: -0.03, max: 0.03, noNaN: true })
  test('a two-point trim of a straight error leaves nothing anywhere', () => {
    fc.assert(
      fc.property(
        small,
        fc.double({ min: -2, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 100, noNaN: true }),
        (gain, offset, at) => {
          const point = (reference: number) => ({ reference, reading: reference * (1 + gain) + offset })
          const correction = twoPointTrim({
            lower: point(0),
            upper: point(100),
            minimumSpan: 10,
            makerGainLimitPercent: null,
          })
          for (const left of trimRemainder(correction, [point(at)])) expect(left).toBeCloseTo(0, 9)
        },
      ),
      { seed: 51 },
    )
  })
  test('advice followed exactly ends after the pass in which the interaction was seen, for any pair of screws', () => {
    const pair = fc.tuple(
      fc.double({ min: -0.6, max: 0.6, noNaN: true }),
      fc.double({ min: 0.85, max: 1.15, noNaN: true }),
    )
    const ends = fc.tuple(fc.double({ min: -8, max: 8, noNaN: true }), fc.double({ min: -8, max: 8, noNaN: true }))
    fc.assert(
      fc.property(pair, ends, ([k, m], [zero, full]) => {
        fc.pre(Math.abs(full - zero) > 2) // nothing to learn from a move of nothing
        let [z, f] = [zero, full]
        const moves: ScrewMove[] = []
        const turn = (screw: 'zero' | 'span', aim: number) => {
          const [errorBefore, change] = screw === 'zero' ? [z, aim - z] : [f, aim - f]
          moves.push({ screw, errorBefore, errorAfter: aim, turns: null })
          z += screw === 'zero' ? change : k * change
          f += screw === 'zero' ? m * change : change
        }
        const advice = () =>
          adviseScrews({
            zeroError: zero,
            fullError: full,
            moves,
            zeroReadNow: z,
            fullReadNow: f,
            limit: 0.1,
            noise: 0.001,
          })
        for (let pass = 0; pass < 3 && !advice().isDone; pass++) {
          turn('zero', advice().aimPercent)
          turn('span', 0)
        }
        expect(advice().isDone).toBe(true)
      }),
      { seed: 52, numRuns: 200 },
    )
  })
})
