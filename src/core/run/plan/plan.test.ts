import { describe, expect, test } from 'vitest'
import { stageOf } from '../work/stage'
import { plannedPoints } from './plan'

describe('the order of the points (common practice, no source)', () => {
  test('five up and down make nine: the top is taken once', () => {
    const points = plannedPoints([0, 25, 50, 75, 100], 'up-down')
    expect(points.map((point) => point.percent)).toEqual([0, 25, 50, 75, 100, 75, 50, 25, 0])
    expect(points.map((point) => point.direction)).toEqual([...Array(5).fill('rising'), ...Array(4).fill('falling')])
    expect(points.map((point) => point.position)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8])
  })
  test('up only, however they were typed', () => {
    expect(plannedPoints([100, 0, 50, 50], 'up').map((point) => point.percent)).toEqual([0, 50, 100])
  })
  test('one point is refused', () => {
    expect(() => plannedPoints([50, 50], 'up')).toThrow('at least two different points')
  })
})

describe('the stage follows from what is recorded', () => {
  const done = { planned: 9, read: 9 }
  test.each([
    ['prepare', []],
    ['as-found', [{ planned: 9, read: 0, decision: null }]],
    ['as-found', [{ planned: 9, read: 8, decision: null }]],
    ['judge', [{ ...done, decision: null }]],
    ['sign', [{ ...done, decision: 'leave' as const }]],
    ['sign', [{ ...done, decision: 'repair' as const }]],
    ['adjust', [{ ...done, decision: 'adjust' as const }]],
    [
      'as-left',
      [
        { ...done, decision: 'adjust' as const },
        { planned: 9, read: 3, decision: null },
      ],
    ],
    [
      'sign',
      [
        { ...done, decision: 'adjust' as const },
        { ...done, decision: null },
      ],
    ],
    [
      'adjust',
      [
        { ...done, decision: 'adjust' as const },
        { ...done, decision: 'adjust' as const },
      ],
    ],
  ])('%s', (stage, rounds) => {
    expect(stageOf(rounds)).toBe(stage)
  })
})
