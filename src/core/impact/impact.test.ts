import { describe, expect, test } from 'vitest'
import { CONFIGURATION, METER, PUMP } from '../../../tests/support/benchPlant'
import { specificRisk } from '../conformity/risk'
import { overallVerdict, type PointVerdict } from '../error/verdict'
import { judgeSteps } from '../run/judge/judgeSteps'
import type { RunRule } from '../run/plan/decisionRule'
import { correctionFound, type FoundError, supposedValue } from './foundError'
import { changeOf, gravest, type RunInDoubt, recomputedRun } from './recomputedRun'
import { shareMoved } from './whenMoved'

/* 0 … 100 kPa, 4–20 mA, ±0.5 % of span, read in bar by a pump; every figure here is worked out by hand. */

const AS_FOUND = '2026-07-02'
const utc = (day: string) => Date.parse(`${day}T00:00:00Z`)
const period = { from: utc('2026-01-01'), to: utc('2027-01-01') }

describe('how far a reference had moved on a day', () => {
  test('all along: wholly, from the first day', () => {
    expect(shareMoved(utc('2026-01-01'), { ...period, movement: 'all-along' })).toBe(1)
  })
  test('little by little: evenly over the days, and never more than wholly', () => {
    const share = (day: string) => shareMoved(utc(day), { ...period, movement: 'little-by-little' })
    expect(share('2026-01-01')).toBe(0)
    expect(share('2026-07-02')).toBeCloseTo(182 / 365, 12)
    expect(share('2027-01-01')).toBe(1)
    expect(share('2027-06-01')).toBe(1)
    expect(share('2025-06-01')).toBe(0)
  })
  test('on a day: not before it, wholly on it and after it', () => {
    const share = (day: string) => shareMoved(utc(day), { ...period, movement: 'on-a-day', on: utc('2026-05-05') })
    expect([share('2026-05-04'), share('2026-05-05'), share('2026-05-06')]).toEqual([0, 1, 1])
  })
})

describe('what it was off by, as a correction in its own unit', () => {
  const range = { rangeLow: -1, rangeHigh: 3 }
  const cases: readonly (readonly [FoundError, number, number])[] = [
    [{ kind: 'constant', value: 0.02 }, 2, -0.02],
    [{ kind: 'percent-reading', value: 0.5 }, 2, -0.01],
    [{ kind: 'percent-range', value: 0.5 }, 2, -0.02],
    [
      {
        kind: 'points',
        points: [
          { indicated: 0, correction: 0, uncertainty: 0.001 },
          { indicated: 4, correction: -0.04, uncertainty: 0.001 },
        ],
      },
      2,
      -0.02,
    ],
  ]
  test.each(cases)('%o at %d', (found, shown, correction) => {
    expect(correctionFound(shown, found, range)).toBeCloseTo(correction, 12)
  })
  test('read in another unit than its own: 50 kPa shown, 0.02 bar too much, half of the way', () => {
    const reference = { unit: 'bar', ...range }
    const supposed = { found: { kind: 'constant', value: 0.02 }, share: 0.5, isCorrecting: true } as const
    expect(supposedValue(50, 'kPa', reference, supposed)).toBeCloseTo(49, 9)
  })
  test('what the run took off by itself is not taken off twice', () => {
    const points = [{ indicated: 0, correction: -0.005, uncertainty: 0.001 }]
    const reference = { unit: 'bar', ...range, calibration: { coverageFactor: 2, isApplied: true, points } }
    const supposed = { found: { kind: 'constant', value: 0.02 }, share: 1, isCorrecting: true } as const
    expect(supposedValue(0.5, 'bar', reference, supposed)).toBeCloseTo(0.48, 12)
    expect(supposedValue(0.5, 'bar', reference, { ...supposed, share: 0 })).toBeCloseTo(0.495, 12)
    // Half of the way from −0.005 to −0.02.
    expect(supposedValue(0.5, 'bar', reference, { ...supposed, share: 0.5 })).toBeCloseTo(0.4875, 12)
    expect(supposedValue(0.5, 'bar', reference, { ...supposed, isCorrecting: false, share: 0.5 })).toBeCloseTo(0.49, 12)
  })
})

const world = {
  configuration: CONFIGURATION,
  inputUnit: 'bar' as const,
  statesUncertainty: true as const,
  decisionRule: 'simple-acceptance' as const,
  points: [{ percent: 0 }, { percent: 50 }, { percent: 100 }],
  inputReference: PUMP,
  outputReference: METER,
}
type Read = readonly [percent: number, applied: string, output: string]
const round = (
  reads: readonly Read[],
  decision: 'leave' | 'adjust' | 'repeat' | null = null,
  decisionRule: RunRule = 'simple-acceptance',
) => {
  const points = judgeSteps(
    reads.map(([percent, applied, output]) => ({ percent, direction: 'rising', reading: { applied, output } })),
    { ...world, decisionRule },
  )
  return {
    decision: decision && { decision },
    verdict: overallVerdict(points.map(({ verdict }) => verdict)) ?? 'inside',
    points: {
      percents: reads.map(([percent]) => percent),
      directions: reads.map(() => 'rising' as const),
      applied: reads.map(([, applied]) => applied),
      outputs: reads.map(([, , output]) => output),
      takenAt: reads.map(() => Date.parse(`${AS_FOUND}T12:00:00.000Z`)),
      errors: points.map(({ errorPercentSpan }) => errorPercentSpan),
      limits: points.map(({ limitPercentSpan }) => limitPercentSpan),
      expanded: points.map(({ expandedUncertaintyPercentSpan }) => expandedUncertaintyPercentSpan ?? Number.NaN),
      standard: points.map(({ budget }) => budget?.combinedStandardUncertainty ?? Number.NaN),
    },
  }
}
const run = (...rounds: RunInDoubt['rounds']): RunInDoubt => ({
  ...{ begunAt: Date.parse(`${AS_FOUND}T11:30:00.000Z`), world, exchanges: [], rounds },
})
/** The pump in doubt: all along it showed so many kPa too much. */
const pumpHigh = (value: number) => ({
  ...({ ...period, movement: 'all-along', rangeId: PUMP.id } as const),
  found: { kind: 'constant', value } as const,
})

describe('a run is judged again as its reference is supposed to have been', () => {
  // +0.4 % at 50 %: 12.064 mA where 12.000 belongs.
  const sealed = run(
    round([
      [0, '0.0000', '4.000'],
      [50, '0.5000', '12.064'],
    ]),
  )
  test('0.2 kPa too much shown: there were 49.8 kPa, and +0.4 % becomes +0.6 %', () => {
    const { asFound } = recomputedRun(sealed, pumpHigh(0.2))
    expect(asFound?.before.nearest.errorPercentSpan).toBeCloseTo(0.4, 9)
    expect(asFound?.before.share).toBeCloseTo(0.8, 9)
    expect(asFound?.after.nearest.errorPercentSpan).toBeCloseTo(0.6, 9)
    expect(asFound?.after.share).toBeCloseTo(1.2, 9)
    expect(asFound?.after.nearest.errorInput).toBeCloseTo(0.6, 9) // kPa
    expect(asFound && changeOf(asFound)).toBe('to-fail')
  })
  test('too little shown: +0.4 % becomes +0.2 % at 50 %, and at zero nothing becomes −0.2 %', () => {
    const { asFound } = recomputedRun(sealed, pumpHigh(-0.2))
    expect(Math.abs(asFound?.after.share ?? 0)).toBeCloseTo(0.4, 9)
    expect(asFound && changeOf(asFound)).toBe('same')
  })
  test('failed as sealed, passes as supposed', () => {
    const failed = run(round([[50, '0.5000', '12.096']])) // +0.6 %
    const { asFound } = recomputedRun(failed, pumpHigh(-0.2))
    expect(asFound?.after.nearest.errorPercentSpan).toBeCloseTo(0.4, 9)
    expect(asFound && changeOf(asFound)).toBe('to-pass')
  })
  test('error and U beyond the limit, the error not: in doubt, and its risk is a half on the limit', () => {
    const { asFound } = recomputedRun(sealed, pumpHigh(0.1))
    const { nearest } = asFound?.after ?? {}
    expect(nearest?.errorPercentSpan).toBeCloseTo(0.5, 9)
    expect(asFound && changeOf(asFound)).toBe('in-doubt')
    const u = nearest?.standardUncertaintyPercentSpan ?? 0
    expect(specificRisk(0.5, 0.5, u)).toBeCloseTo(0.5, 6)
    // The uncertainty is that of the run: it is not judged by another one.
    expect(nearest?.expandedUncertaintyPercentSpan).toBe(asFound?.before.nearest.expandedUncertaintyPercentSpan)
  })
  test('another reference in doubt changes nothing, nor does one that had not moved yet', () => {
    for (const doubt of [
      { ...pumpHigh(0.2), rangeId: 'another' },
      { ...pumpHigh(0.2), movement: 'on-a-day' as const, on: utc('2026-07-03') },
    ]) {
      const { asFound } = recomputedRun(sealed, doubt)
      expect(asFound?.after).toEqual(asFound?.before)
    }
  })
  test('the meter: 0.016 mA too much shown is 0.1 % less', () => {
    const doubt = { ...pumpHigh(0.016), rangeId: METER.id }
    expect(recomputedRun(sealed, doubt).asFound?.after.nearest.errorPercentSpan).toBeCloseTo(0.3, 9)
  })
  test('readings taken again do not count; as left is the last round', () => {
    const adjusted = run(
      round([[50, '0.5000', '13.000']], 'repeat'),
      round([[50, '0.5000', '12.160']], 'adjust'),
      round([[50, '0.5000', '12.000']]),
    )
    const { asFound, asLeft } = recomputedRun(adjusted, pumpHigh(0.2))
    expect(asFound?.before.nearest.errorPercentSpan).toBeCloseTo(1, 9)
    expect(asLeft?.after.nearest.errorPercentSpan).toBeCloseTo(0.2, 9)
  })
  test('by its own rule: within a guard band nothing of it is accepted', () => {
    const decisionRule = 'guard-band' as const
    const read = round([[50, '0.5000', '12.064']], null, decisionRule)
    const guarded = { ...run(read), world: { ...world, decisionRule } }
    expect(read.verdict).toBe('inside')
    const { asFound } = recomputedRun(guarded, pumpHigh(0.08)) // +0.48 %: inside 0.5, but not by U
    expect(asFound?.after.verdict).toBe('not-accepted')
    expect(asFound && changeOf(asFound)).toBe('to-fail')
  })
  test('without a stated uncertainty nothing is in doubt, only inside or outside', () => {
    const { points } = sealed.rounds[0] ?? {}
    if (!points) throw new Error('no round')
    const before = run({ decision: null, verdict: 'inside', points: { ...points, expanded: null, standard: null } })
    const change = (kPa: number) => {
      const { asFound } = recomputedRun(before, pumpHigh(kPa))
      return asFound && changeOf(asFound)
    }
    expect([change(0.1), change(0.2)]).toEqual(['same', 'to-fail'])
  })
  test('exchanged on the way: only readings taken with the one in doubt', () => {
    const exchanged: RunInDoubt = {
      ...sealed,
      exchanges: [{ replaces: PUMP.id, at: `${AS_FOUND}T11:00:00.000Z`, standard: { ...PUMP, id: 'other' } }],
    }
    const { asFound } = recomputedRun(exchanged, pumpHigh(0.2))
    expect(asFound?.after).toEqual(asFound?.before)
  })
})

test('what was in doubt already stays as it was; what no rule speaks of is no fail', () => {
  const outcome = (verdict: PointVerdict, isUncertain: boolean) => ({
    verdict,
    isUncertain,
    share: 0,
    nearest: {} as never,
  })
  const change = (before: ReturnType<typeof outcome>, after: typeof before) => changeOf({ before, after })
  expect(change(outcome('inside', true), outcome('inside', true))).toBe('same')
  expect(change(outcome('inside', false), outcome('inside', true))).toBe('in-doubt')
  expect(change(outcome('not-stated', true), outcome('not-stated', true))).toBe('same')
  expect(change(outcome('inside', false), outcome('not-stated', true))).toBe('same')
})

test('of several changes the gravest is told', () => {
  expect(gravest(['same', 'to-pass', 'in-doubt'])).toBe('in-doubt')
  expect(gravest(['same', 'to-fail'])).toBe('to-fail')
  expect(gravest([])).toBe('same')
})
