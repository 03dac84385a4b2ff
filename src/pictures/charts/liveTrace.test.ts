import { describe, expect, test } from 'vitest'
import { STYLE } from '../../../tests/support/drawnChart'
import { type LiveTrace, liveTrace } from './liveTrace'

const trace = (values: readonly number[], more: Partial<LiveTrace> = {}): LiveTrace => ({
  points: values.map((value, index) => ({ seconds: 100 + index, value })),
  ...{ unit: 'bar', setPoint: 3, reach: 0.003, windowSeconds: 5, shownSeconds: 60 },
  ...more,
})
const ends = (data: LiveTrace) => {
  const y = liveTrace(data, STYLE).configuration.options?.scales?.y as { min: number; max: number } | undefined // ours is linear
  return [y?.min ?? Number.NaN, y?.max ?? Number.NaN] as const
}

describe('the pressure of the last while', () => {
  test('on its way the picture holds all of it, up to the set point', () => {
    const [low, high] = ends(trace([0, 0.5, 1, 1.5, 2]))
    expect(low).toBeLessThanOrEqual(0)
    expect(high).toBeGreaterThanOrEqual(3)
  })
  test('near its set point it is as high as shows what still moves: some reaches to either side', () => {
    const [low, high] = ends(trace([1, 2, 3.005, 3.004, 3.003, 3.002, 3.001, 3]))
    expect(high - low).toBeLessThan(0.04)
    expect(low).toBeLessThan(3 - 0.003)
    expect(high).toBeGreaterThan(3.005)
  })
  test('as long as something of the window lies far off it is not near', () => {
    const onItsWay = trace([0, 0, 0, 0, 0, 0, 2.9, 2.95, 2.98, 2.99, 3])
    expect(ends(onItsWay)[0]).toBeLessThanOrEqual(0)
  })
  test('what is older than the picture is not in it, and its words say where it stands', () => {
    const { words, configuration } = liveTrace(trace(Array.from({ length: 90 }, () => 3)), STYLE)
    expect(configuration.data.datasets.at(-1)?.data).toHaveLength(61)
    expect(words).toBe('Pressure of the last 60 s by the source, now 3 bar, set to 3 bar.')
    expect(liveTrace(trace([], { setPoint: null }), STYLE).words).toBe('Nothing was seen yet.')
  })
})
