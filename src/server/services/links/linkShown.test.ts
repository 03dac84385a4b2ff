import { describe, expect, test } from 'vitest'
import { automaticStart } from '@/bench/automatic/automaticRun'
import { type SourceAlarm, type SourceState, sourceTaken } from '@/core/links/sourceDuty'
import type { RunView } from '@/schema/runView'
import { benchWorld } from '../../../../tests/support/benchPlant'
import { type Going, type LinkStanding, linkShown } from './linkShown'

/** P-1 of the bench reads 0 to 100 kPa, and may be taken from −5 to 105 kPa. */
const RUN: RunView = {
  id: '00000000-0000-4000-8000-000000000001',
  ...{ status: 'open', startedAt: '2026-11-20T09:00:00.000Z', startedBy: 'Anna', world: benchWorld('P-1'), rounds: [] },
}

/** It holds a pressure that somebody set. */
const HELD: SourceState = { ...sourceTaken(null, 0), standing: 'held', setTo: 50 }

const standing = (over: Partial<LinkStanding> = {}): LinkStanding => ({
  ...{ sessionId: 'one', runs: [RUN], recent: [], going: null, source: HELD, ended: null },
  ...{ silentSeconds: 0, hadWatch: false, alone: null, isPressed: true },
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

describe('a source that somebody must go to', () => {
  const alarmed = (alarm: SourceAlarm, over: Partial<LinkStanding> = {}) =>
    shown({ source: { ...HELD, alarm }, ...over }).alarm
  test('one that does not answer: for how long, and that it keeps its pressure', () => {
    expect(alarmed('silent', { silentSeconds: 2 })).toContain('has not answered for 2 s: it keeps the pressure it has')
  })
  test('what it was told to do by itself is said, or that nothing was', () => {
    expect(alarmed('silent', { hadWatch: true })).toContain('told to vent by itself after 30 s alone')
    expect(alarmed('silent')).toContain('no watch of its own')
  })
  test.each(['vent-owed', 'refuses-to-vent', 'does-not-vent', 'beyond-limits', 'not-as-told', 'silent'] as const)(
    '%s: it is said that somebody must go to it',
    (alarm) => {
      expect(alarmed(alarm)).toMatch(/Go to it|go to it/)
    },
  )
  test('nobody has it open: said with what becomes of it; any other alarm goes before', () => {
    const alone = { seconds: 42, toVent: 138 }
    expect(shown({ alone }).alarm).toContain('for 42 s, with pressure on: it is vented in 138 s')
    expect(alarmed('does-not-vent', { alone })).toContain('the pressure does not fall')
  })
  test('that a vent is owed is shown until it is confirmed', () => {
    expect(shown({ source: { ...HELD, owes: 'vent' } }).isVentOwed).toBe(true)
    expect(shown({}).isVentOwed).toBe(false)
  })
})

describe('a run that takes its own readings', () => {
  const going = (state: Partial<Going['state']>): Going => ({
    row: {
      settings: { settle: 'time', seconds: 5, readings: 4, unattendedMinutes: 0 },
      personId: 'anna',
      isPaused: false,
    },
    startedBy: 'Anna',
    takes: [0],
    plan: {
      points: [
        { percent: 0, direction: 'rising' },
        { percent: 40, direction: 'rising' },
      ],
      range: { lrv: -10, urv: 40 },
      settle: { kind: 'time', seconds: 5 },
      channels: [],
      ...{ readings: 4, gapSeconds: 0.5, lead: 1, reach: 0.1, past: 0.2, lowest: -12, highest: 42 },
      ...{ patienceSeconds: 300, silenceSeconds: 5, stallSeconds: 30, astray: 0.3 },
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
