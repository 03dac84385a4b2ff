import { describe, expect, test } from 'vitest'
import { benchWorld } from '../../tests/support/benchPlant'
import { inUnit, rangeInUnit, setUpObjection, setUpPlan, wantedOf } from './setUpPlan'

/** 0 … 100 kPa on 4–20 mA, of the bench plant. */
const { configuration } = benchWorld('X-1')
const wanted = wantedOf(configuration)

test('opened and left as it is, nothing changes and everything is as registered', () => {
  const plan = setUpPlan(configuration, { ...wanted, isWriteProtected: false })
  expect(plan.items.filter(({ id, isChanged }) => isChanged && id !== 'unprotect')).toEqual([])
  expect(plan.next).toMatchObject({ lrv: 0, urv: 100, unit: 'kPa', transfer: { kind: 'linear' } })
})

test('another unit converts all that is in the unit of the range: 100 kPa is 1 bar (NIST SP 811)', () => {
  const inBar = inUnit({ ...configuration, readability: { division: 2, fraction: 1 } }, 'bar')
  expect(inBar).toMatchObject({ unit: 'bar', lrl: -1, url: 2, minSpan: 0.05, urv: 1 })
  expect(inBar.readability?.division).toBeCloseTo(0.02, 12)
  expect(rangeInUnit({ lrv: 0, urv: 100 }, 'kPa', 'psi').urv).toBeCloseTo(14.504, 3) // 1 psi = 6.894757 kPa
  const plan = setUpPlan(configuration, { ...wanted, unit: 'bar', lrv: 0, urv: 1 })
  expect(plan.next).toMatchObject({ unit: 'bar', lrl: -1, url: 2, urv: 1 })
  expect(plan.shows.map(({ pv }) => pv)).toEqual([0, 0.5, 1])
})

describe('what it then shows, at 0, 50 and 100 % of the input', () => {
  test('through a root: half of the difference is 70.71 % of the flow (ISO 5167-1)', () => {
    const flow = setUpPlan(configuration, {
      ...wanted,
      application: 'flow-drop',
      cutOffPercent: 5,
      ...{ displayLower: 0, displayUpper: 60, displayUnit: 't/h' },
    })
    expect(flow.shows[1]?.output).toBeCloseTo(4 + 16 * Math.SQRT1_2, 9)
    expect(flow.shows[1]?.display).toBeCloseTo(60 * Math.SQRT1_2, 9)
    expect(flow.next?.transfer).toEqual({ kind: 'root-to-zero', cutOffPercent: 5 })
  })
  test('a straight line below the cut-off is another transfer', () => {
    const line = setUpPlan(configuration, {
      ...wanted,
      application: 'flow-line',
      cutOffPercent: 8,
    })
    expect(line.next?.transfer).toEqual({ kind: 'root-with-line', cutOffPercent: 8 })
  })
})

test('what the sensor cannot do is refused by its field; a turned range and an unusual damping are said', () => {
  const beyond = setUpPlan(configuration, { ...wanted, urv: 900 })
  expect(beyond.next).toBeNull()
  expect(beyond.objections.join()).toMatch(/^urv: outside what the sensor can do/)
  const turned = setUpPlan(configuration, { ...wanted, lrv: 100, urv: 0, dampingSeconds: 9 })
  expect(turned.notes.join()).toContain('wait 45 s')
  expect(turned.notes.join()).toContain('reverse-acting')
})

test.each([
  ['trims', null],
  ['buttons', null],
  ['screws', 'set by its screws'],
  ['factory', 'Only the factory'],
] as const)('adjusted by %s: %s', (adjustedBy, words) => {
  const said = setUpObjection({ ...configuration, adjustedBy })
  if (words === null) expect(said).toBeNull()
  else expect(said).toContain(words)
})
