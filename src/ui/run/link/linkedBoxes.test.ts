import { describe, expect, test } from 'vitest'
import type { LinkShown } from '@/schema/links'
import { benchWorld } from '../../../../tests/support/benchPlant'
import { linkedBoxes } from './linkedBoxes'

const runId = '00000000-0000-4000-8000-000000000001'
const world = benchWorld('B-1')
const shown = (more: Partial<LinkShown> = {}): LinkShown => ({
  ...{ sessionId: runId, at: '2026-11-20T09:00:00.000Z', unit: 'kPa', applied: 49.99634, setTo: 50 },
  ...{ isSteady: true, slopePerSecond: 0, devices: [], automatic: null, ended: null, alarm: null, lastSent: null },
  ...{ isVentOwed: false, isPressed: true },
  members: [{ runId, tag: 'B-1', output: 11.99941, pv: 49.9971, ao: 11.9994 }],
  ...more,
})

describe('what devices show, as text for the boxes of a point', () => {
  test('with the digits of each device: 0.01 kPa by the reference, 0.001 mA by the meter', () => {
    expect(linkedBoxes(shown(), { runId, world, percent: 50 })).toEqual({ applied: '50.00', output: '11.999' })
  })
  test('PV and AO only where the run reads them', () => {
    const digital = { ...world, readsDigital: true as const }
    expect(Object.keys(linkedBoxes(shown(), { runId, world: digital, percent: 50 }))).toEqual([
      'applied',
      'output',
      'pv',
      'ao',
    ])
  })
  test('a device that does not answer leaves its box to be typed; a run beside it has its own', () => {
    const members = [{ runId, tag: 'B-1', output: null, pv: null, ao: null }]
    expect(linkedBoxes(shown({ members }), { runId, world, percent: 50 })).toEqual({ applied: '50.00' })
    expect(linkedBoxes(shown(), { runId: 'another', world, percent: 50 })).toEqual({})
    expect(linkedBoxes(null, { runId, world, percent: 50 })).toEqual({})
  })
  test('nothing has no minus', () => {
    expect(linkedBoxes(shown({ applied: -0.0001 }), { runId, world, percent: 0 }).applied).toBe('0.00')
  })
})
