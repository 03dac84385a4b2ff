import { describe, expect, test } from 'vitest'
import { SIGNALS } from '../../signal/signal'
import type { Decision } from '../decision'
import { roundNames, roundRoles } from '../roundRole'
import { runState } from '../runState'
import { stageOf } from '../work/stage'
import { adviseRound } from './adviseRound'

/** 0 … 10 bar on 4–20 mA, ±0.5 %, adjust beyond ±0.25 %. */
const WORLD = {
  configuration: {
    kind: 'pressure-transmitter',
    lrv: 0,
    urv: 10,
    url: 20,
    unit: 'bar',
    signal: '4-20mA',
    errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.5 }] },
    adjustLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.25 }] },
  },
  inputUnit: 'bar',
} as const
const PERCENTS = [0, 25, 50, 75, 100, 75, 50, 25, 0]

type Output = (percent: number, index: number) => number

/** A round whose output at each point is what a function of its percentage says, in % of span. */
function judgedRound(output: Output, world: Parameters<typeof runState>[0]['world']) {
  const { lower, upper } = SIGNALS['4-20mA']
  const steps = PERCENTS.map((percent, index) => ({
    percent,
    direction: index < 5 ? ('rising' as const) : ('falling' as const),
    readings: [
      {
        applied: (percent / 10).toFixed(3),
        output: (lower + ((upper - lower) * output(percent, index)) / 100).toFixed(4),
      },
    ],
  }))
  const [judged] = runState({ world, rounds: [{ steps, decision: null }] }).rounds
  if (!judged) throw new Error('no round')
  return judged
}

/** What is advised of a round, after another one where there was one. */
function advised(output: Output, change: object = {}, { before }: { readonly before?: Output } = {}) {
  const world = { ...WORLD, configuration: { ...WORLD.configuration, ...change } }
  return adviseRound(judgedRound(output, world), world, undefined, before && judgedRound(before, world)).advice
}

/** The cure belongs to the cause: common practice, no source. */
describe('what is advised follows the cause', () => {
  test('what no known cause explains is read again before anything is turned; what comes back is evidence', () => {
    const zigzag = (percent: number) => percent + (percent % 50 === 0 ? 1.3 : -1.3)
    const first = advised(zigzag)
    expect(first).toMatchObject({ action: 'repeat', decision: 'repeat' })
    expect(first.reason).toContain('no known cause explains these readings')
    // Scatter is a tenth of the limit, 0.05 %: the same shape is within 3·√2 of it at every point, 0.21 %.
    const again = advised(zigzag, {}, { before: (percent, index) => zigzag(percent) + (index % 2 === 0 ? 0.2 : -0.2) })
    expect(again.action).not.toBe('repeat')
    expect(again.reason).toMatch(/^repeatable, of no known cause; /)
    const other = advised(zigzag, {}, { before: (percent, index) => zigzag(percent) + (index === 3 ? 0.22 : 0) })
    expect(other.action).toBe('repeat')
  })
  test('units 2 % apart are looked at before a trim makes up for them', () => {
    // kgf/cm² for bar: 0.980665.
    const advice = advised((percent) => percent * 0.980665)
    expect(advice).toMatchObject({ action: 'put-right' })
    expect(advice.how).toMatch(/^look at the units first: .*kgf\/cm²/)
  })
  test('nothing amiss: leave it alone', () => {
    expect(advised((percent) => percent + 0.05)).toMatchObject({ action: 'leave', decision: 'leave' })
  })
  test('a zero shift: adjust, by a zero trim', () => {
    const advice = advised((percent) => percent + 0.9)
    expect(advice).toMatchObject({ action: 'adjust', decision: 'adjust' })
    expect(advice.how).toContain('zero trim at true zero')
  })
  test('just outside, and open whether it drifted in span alone: adjust, beginning with the likeliest, said to be no more', () => {
    const ramp = (percent: number) => percent * 1.0065
    const advice = advised(ramp, { errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.6 }] } })
    expect(advice).toMatchObject({ action: 'adjust', decision: 'adjust', follows: { cause: 'span-error' } })
    expect(advice.how).toMatch(/^likeliest, not certain: .*sensor trim, then upper/)
  })
  test('it acts the wrong way round: put the lines or the setting right, no trim', () => {
    const advice = advised((percent) => 100 - percent)
    expect(advice).toMatchObject({ action: 'put-right', decision: 'adjust' })
    expect(advice.how).toContain('no trim')
  })
  test('the root taken though the register says linear: a setting, not the sensor', () => {
    const advice = advised((percent) => 10 * Math.sqrt(percent))
    expect(advice.action).toBe('put-right')
    expect(advice.how).toContain('root')
  })
  test('nothing follows the pressure: the readings are taken again once the lines are clear', () => {
    expect(advised(() => 0.1)).toMatchObject({ action: 'repeat', decision: 'repeat' })
  })
  test('one reading mistyped: taken again, not adjusted', () => {
    expect(advised((percent, index) => (index === 2 ? 5 : percent))).toMatchObject({ decision: 'repeat' })
  })
  test('a wide loop between up and down: repair, as no screw cures it', () => {
    const advice = advised(
      (percent, index) => percent + (index < 5 ? -1 : 1) * 4 * (percent / 100) * (1 - percent / 100) * 1.5,
    )
    expect(advice).toMatchObject({ action: 'repair', decision: 'repair' })
  })
})

describe('rounds that are taken again', () => {
  const round = (decision: Decision | null) => ({ decision: decision && { decision } })
  test.each([
    [[null], ['as-found']],
    [
      ['repeat', null],
      ['repeated', 'as-found'],
    ],
    [
      ['repeat', 'repeat', 'adjust', null],
      ['repeated', 'repeated', 'as-found', 'as-left'],
    ],
    [
      ['adjust', 'repeat', 'adjust', null],
      ['as-found', 'repeated', 'as-left', 'as-left'],
    ],
  ] as const)('%j count as %j', (decisions, roles) => {
    expect(roundRoles(decisions.map(round))).toEqual(roles)
  })
  test('are named by what they count as', () => {
    expect(roundNames((['repeat', 'adjust', 'adjust', null] as const).map(round))).toEqual([
      'Taken again, not counted',
      'As found',
      'As left, round 1 of 2',
      'As left, round 2 of 2',
    ])
  })
  test('lead to as found and Judge once more, not to as left', () => {
    const read = (count: number, decision: Decision | null) => ({ planned: 3, read: count, decision })
    expect(stageOf([read(3, 'repeat'), read(1, null)])).toBe('as-found')
    expect(stageOf([read(3, 'repeat'), read(3, null)])).toBe('judge')
    expect(stageOf([read(3, 'repeat'), read(3, 'adjust'), read(0, null)])).toBe('as-left')
    expect(stageOf([read(3, 'adjust'), read(3, 'repeat'), read(3, null)])).toBe('sign')
  })
})
