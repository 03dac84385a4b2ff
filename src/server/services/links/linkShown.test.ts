import { describe, expect, test } from 'vitest'
import { automaticStart } from '@/bench/automatic/automaticRun'
import type { RunView } from '@/schema/runView'
import { benchWorld } from '../../../../tests/support/benchPlant'
import { type Going, type LinkStanding, linkShown } from './linkShown'

/** P-1 of the bench reads 0 to 100 kPa, and may be taken from −5 to 105 kPa. */
const RUN: RunView = {
  id: '00000000-0000-4000-8000-000000000001',
  ...{ status: 'open', startedAt: '2026-11-20T09:00:00.000Z', startedBy: 'Anna', world: benchWorld('P-1'), rounds: [] },
}

const standing = (over: Partial<LinkStanding> = {}): LinkStanding => ({
  ...{ sessionId: 'one', runs: [RUN], recent: [], going: null, setTo: null, ended: null },
  ...{ silentSeconds: 0, hadWatch: false },
  devices: { pressureUnit: 'kPa', members: [], states: () => [], lastSent: null },
  ...over,
})
const shown = (over: Partial<LinkStanding>) => linkShown(standing(over), { applied: 50, readings: [] })

/** Four seconds of a pressure that goes by so much a second, ten times a second. */
const moving = (slope: number) =>
  Array.from({ length: 41 }, (_, index) => ({ seconds: index / 10, value: 50 + (slope * index) / 10 }))

describe('steady', () => {
  // Of 110 kPa that may be applied 0.04 % are 0.044 kPa; what moves evenly may come to a tenth of it in 3.6 s: 0.00122 kPa/s.
  test.each([
    [0, true],
    [0.0012, true],
    [-0.0012, true],
    [0.00125, false],
    [-0.00125, false],
  ])('a pressure that goes by %d kPa/s: %s', (slope, isSteady) => {
    const seen = shown({ recent: moving(slope) })
    expect(seen.isSteady).toBe(isSteady)
    expect(seen.slopePerSecond).toBeCloseTo(slope, 6)
  })
  test('is nothing that was not seen for long enough', () => {
    expect(shown({ recent: moving(0).slice(0, 30) }).isSteady).toBe(false)
    expect(shown({})).toMatchObject({ isSteady: false, slopePerSecond: null })
  })
})

describe('a source that does not answer', () => {
  test('is missed after two seconds', () => {
    expect(shown({ silentSeconds: 1.99 }).alarm).toBeNull()
    expect(shown({ silentSeconds: 2 }).alarm).toContain('has not answered for 2 s: it keeps the pressure it has')
  })
  test('and what it was told to do by itself is said, or that nothing was', () => {
    expect(shown({ silentSeconds: 9, hadWatch: true }).alarm).toContain('told to vent by itself after 30 s alone')
    expect(shown({ silentSeconds: 9 }).alarm).toContain('no watch of its own')
  })
})

describe('a run that takes its own readings', () => {
  const going = (state: Partial<Going['state']>): Going => ({
    row: { settings: { settle: 'time', seconds: 5, readings: 4 }, personId: 'anna', isPaused: false },
    startedBy: 'Anna',
    plan: {
      points: [
        { percent: 0, direction: 'rising' },
        { percent: 40, direction: 'rising' },
      ],
      range: { lrv: -10, urv: 40 },
      settle: { kind: 'time', seconds: 5 },
      ...{ readings: 4, gapSeconds: 0.5, lead: 1, reach: 0.1, past: 0.2, lowest: -12, highest: 42 },
      ...{ patienceSeconds: 300, silenceSeconds: 5 },
    },
    state: { ...automaticStart, ...state },
  })

  test('shows its point, its place and its pressure: 40 % of −10 to 40 kPa are 10 kPa', () => {
    expect(shown({ going: going({ phase: 'settling', index: 1, timesPast: 1 }) }).automatic).toMatchObject({
      ...{ phase: 'settling', place: 2, count: 2, percent: 40, direction: 'rising', setPoint: 10, timesPast: 1 },
      startedBy: 'Anna',
    })
  })
  test('shows the first point before it has begun', () => {
    expect(shown({ going: going({}) }).automatic).toMatchObject({ place: 1, percent: 0, setPoint: -10 })
  })
  test.each(['done', 'stopped'] as const)('shows no point once it is %s', (phase) => {
    expect(shown({ going: going({ phase, index: 1 }), ended: 'why' })).toMatchObject({ automatic: null, ended: 'why' })
  })
})
