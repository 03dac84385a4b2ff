import { describe, expect, test } from 'vitest'
import { runState } from '@/core/run/runState'
import type { RunView } from '@/schema/runView'
import { runForDocument } from '../../../tests/support/recordForDocument'
import { deskFacts, placeOf } from './deskFacts'
import { runCorridor } from './runPictures'

/** The same run before its decision, with only so many of its three readings. */
function reading(count: number): RunView {
  const run = runForDocument({ errorPercent: [0.3] })
  const rounds = run.rounds.map((round) => ({
    ...round,
    decision: null,
    steps: round.steps.map((step, index) => ({ ...step, readings: index < count ? step.readings : [] })),
  }))
  return { ...run, status: 'open', rounds }
}
const factsOf = (run: RunView) => deskFacts(run, runState(run))

describe('what the desk shows', () => {
  test('while it is read: the next point is armed, the last one read can be gone back to', () => {
    const facts = factsOf(reading(1))
    expect(facts).toMatchObject({ stage: 'as-found', mayCorrect: true, list: null, cure: undefined, screws: null })
    expect(facts?.armed?.percent).toBe(50)
    expect(facts?.lastRead?.percent).toBe(0)
    expect(placeOf(facts, reading(1))).toBe('As found, 50 % rising')
  })
  test('once all is read: Judge, with advice and nothing armed', () => {
    const facts = factsOf(reading(3))
    expect(facts?.stage).toBe('judge')
    expect(facts?.armed).toBeUndefined()
    expect(facts?.advice).toBeDefined()
    expect(placeOf(facts, reading(3))).toBe('Judge')
  })
  test('of a run without a round there is nothing', () => {
    expect(factsOf({ ...reading(0), rounds: [] })).toBeNull()
    expect(placeOf(null, reading(0))).toBe('')
  })
})

describe('the corridor of a run', () => {
  const earlier = { label: 'as left, 3 May 2025', points: [] }
  test('has the calibration before faint until there is an as left of its own', () => {
    const found = reading(3)
    const styles = (run: RunView) =>
      runCorridor({ run, rounds: runState(run).rounds, earlier }).series.map(({ style }) => style)
    expect(styles(found)).toEqual(['earlier', 'as-found'])
    expect(styles(runForDocument({ asLeftRounds: 1, errorPercent: [0.3, 0.05] }))).toEqual(['as-found', 'as-left'])
  })
})
