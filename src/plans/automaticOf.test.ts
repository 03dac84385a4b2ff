import { describe, expect, test } from 'vitest'
import type { AutomaticSettings } from '@/schema/links'
import type { RunView } from '@/schema/runView'
import type { World } from '@/schema/world'
import { benchWorld } from '../../tests/support/benchPlant'
import { automaticPlan, leastSeconds, outstanding, pressureLimits, refuseDifferentPoints } from './automaticOf'

const SETTINGS: AutomaticSettings = { settle: 'statistical', seconds: 5, readings: 4, unattendedMinutes: 0 }
const READ = {
  id: '00000000-0000-4000-8000-000000000009',
  ...{
    applied: '0.00',
    output: '4.000',
    takenAt: '2026-11-20T09:00:00.000Z',
    takenBy: 'Anna',
    supersedes: null,
    reason: null,
  },
}

/** A run in its first round with so many points read. */
function runOf(tag: string, { read = 0, world = {} }: { read?: number; world?: Partial<World> } = {}): RunView {
  const own = { ...benchWorld(tag), ...world }
  return {
    id: '00000000-0000-4000-8000-000000000001',
    ...{ status: 'open', startedAt: READ.takenAt, startedBy: 'Anna', world: own },
    rounds: [
      {
        ...{ round: 0, decision: null, adjustments: [] },
        steps: own.points.map(({ percent, direction }, position) => ({
          id: `00000000-0000-4000-8000-00000000001${position}`,
          ...{ position, percent, direction },
          readings: position < read ? [READ] : [],
        })),
      },
    ],
  }
}

describe('how a round is taken by devices', () => {
  test('what is not read yet, in its order, in the unit it is read in; what is fine goes by the span', () => {
    const plan = automaticPlan(runOf('P-1', { read: 1 }), SETTINGS)
    expect(plan.points).toEqual([
      { percent: 50, direction: 'rising' },
      { percent: 100, direction: 'rising' },
    ])
    expect(plan).toMatchObject({ range: { lrv: 0, urv: 100 }, readings: 4, lead: 1, reach: 0.05, past: 0.1 })
    expect(plan.settle).toEqual({ kind: 'statistical', seconds: 5, tolerance: 0.04 })
    expect(plan.isOfReading).toBeUndefined()
  })
  test('read in bar of a range in kPa: ends, limits and widths in bar', () => {
    const plan = automaticPlan(runOf('P-2', { world: { inputUnit: 'bar' } }), SETTINGS)
    expect(plan.range.urv).toBeCloseTo(1, 12)
    expect(plan.lead).toBeCloseTo(0.01, 12)
    expect(plan.highest).toBeCloseTo(1.05, 12)
  })
  test('damping and hold of the run go before a shorter wish; its own window before ours, and what a device says of its damping before both', () => {
    const world = { dampingFoundSeconds: 3, dwellSeconds: 8, stabilityPercent: 0.2 }
    expect(leastSeconds({ ...benchWorld('P-3'), ...world })).toBe(15) // five time constants
    const plan = automaticPlan(runOf('P-3', { world }), SETTINGS)
    expect(plan.settle).toEqual({ kind: 'statistical', seconds: 15, tolerance: 0.04 })
    // Its own window is one of the output: 0.2 % of 16 mA.
    expect(plan.channels).toEqual([{ tolerance: 0.032 }])
    expect(automaticPlan(runOf('P-3', { world }), SETTINGS, { dampingSeconds: 12 }).settle.seconds).toBe(60)
    expect(leastSeconds({ ...benchWorld('P-3'), ...world, dampingFoundSeconds: 1 })).toBe(8)
  })
  test('never beyond its range by more than a twentieth, its sensor, or its reference', () => {
    expect(pressureLimits(runOf('P-4'))).toEqual({ lowest: -5, highest: 105 })
    const near = { ...benchWorld('P-4').configuration, lrl: -2, url: 103 }
    const { lowest, highest } = pressureLimits(runOf('P-4', { world: { configuration: near } }))
    expect(highest).toBe(103)
    expect(lowest).toBeCloseTo(-2.05, 9)
    const short = { ...benchWorld('P-4').inputReference, rangeHigh: 101 }
    expect(pressureLimits(runOf('P-4', { world: { inputReference: short } })).highest).toBe(101)
  })
  test('of % of reading over decades, what is fine goes by the point', () => {
    const base = benchWorld('P-5')
    const configuration = {
      ...base.configuration,
      errorLimit: { combine: 'sum' as const, terms: [{ kind: 'percentReading' as const, value: 2 }] },
    }
    const points = [0.1, 1, 10, 100].map((percent, position) => ({ position, percent, direction: 'rising' as const }))
    expect(automaticPlan(runOf('P-5', { world: { configuration, points } }), SETTINGS).isOfReading).toBe(true)
  })
  test('what people read themselves is typed; a round that is read is judged', () => {
    expect(() => automaticPlan(runOf('P-6', { world: { readsByNull: true } }), SETTINGS)).toThrow(
      'read by a null instrument',
    )
    expect(() => automaticPlan(runOf('P-6', { world: { readsDisplay: true } }), SETTINGS)).toThrow(
      'the eye, at its display',
    )
    expect(outstanding(runOf('P-6', { read: 3 }))).toEqual([])
    const { configuration } = benchWorld('P-6')
    const below = { ...configuration, pressureKind: 'differential' as const, lrv: -50, urv: -10 }
    expect(() => automaticPlan(runOf('P-6', { world: { configuration: below } }), SETTINGS)).toThrow(
      'this run is read by pressure on its low side',
    )
    expect(() => automaticPlan(runOf('P-6', { read: 3 }), SETTINGS)).toThrow('every point of this round is read')
  })
})

describe('several at one manifold', () => {
  test('the same points in one unit are one pressure', () => {
    expect(() => refuseDifferentPoints([runOf('Q-1'), runOf('Q-2')])).not.toThrow()
  })
  test('another unit, another range or another place in the round is refused with its tag', () => {
    expect(() => refuseDifferentPoints([runOf('Q-1'), runOf('Q-2', { world: { inputUnit: 'bar' } })])).toThrow(
      'Q-2 is read in another unit',
    )
    const wider = { ...benchWorld('Q-3').configuration, urv: 120 }
    expect(() => refuseDifferentPoints([runOf('Q-1'), runOf('Q-3', { world: { configuration: wider } })])).toThrow(
      'Q-3 asks for other pressures',
    )
    expect(() => refuseDifferentPoints([runOf('Q-1'), runOf('Q-4', { read: 1 })])).toThrow(
      'Q-4 asks for other pressures',
    )
  })
})
