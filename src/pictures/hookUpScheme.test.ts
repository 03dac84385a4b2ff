import { expect, test } from 'vitest'
import { hookUpAsTicked } from '@/core/run/work/hookUpAsTicked'
import { type HookUpFacts, isolateSteps } from '@/core/run/work/isolateSteps'
import { hookUpScheme } from './hookUpScheme'

/** What the scheme shows follows from the model of the valves; invented sizes. */
const FACTS: HookUpFacts = { hookUp: 'three-valve', pressureKind: 'differential', signal: '4-20mA' }
const SIZE = { width: 600, height: 380, fontSize: 13 }
const lists = { isolate: isolateSteps(FACTS), restore: [] }

const after = (upTo: string) => {
  const ids = lists.isolate.map(({ id }) => id)
  const done = ids.slice(0, ids.indexOf(upTo) + 1)
  const state = hookUpAsTicked(
    FACTS,
    lists,
    done.map((item) => ({ list: 'isolate', item, outcome: 'done' })),
  )
  return hookUpScheme(FACTS, state, SIZE)
}
const weights = ({ shapes }: ReturnType<typeof hookUpScheme>, tone: string) =>
  shapes.filter((shape) => shape.kind === 'line' && shape.tone === tone && shape.points.length > 1).length

test('process pressure on both sides in service, none once vented, the pump’s on the high side when leak-checked', () => {
  expect(after('protection').words).toContain('high side: process pressure, low side: process pressure')
  expect(after('vent').words).toContain('high side: none, low side: none')
  expect(after('leak').words).toContain('high side: pressure of the pump, low side: none')
  expect(after('leak').words).toContain('Hose of the reference on, pump at work')
})

test('pipes are drawn by what stands in them, and what is shut in is dashed', () => {
  // One green line is the legend's; then hose, the line to the cell, the stubs to vent and equaliser.
  expect(weights(after('vent'), 'verdigris')).toBe(1)
  expect(weights(after('leak'), 'verdigris')).toBe(5)
  const dashed = (upTo: string) =>
    after(upTo).shapes.filter((shape) => shape.kind === 'line' && shape.tone === 'clay' && shape.dash).length
  expect(dashed('vent')).toBe(1)
  expect(dashed('close-low')).toBeGreaterThan(5)
})

test('a pump on the low side is drawn there: its hose comes up to the low line, and its words say so', () => {
  const facts: HookUpFacts = { ...FACTS, pumpSide: 'low' }
  const steps = { isolate: isolateSteps(facts), restore: [] }
  const state = hookUpAsTicked(
    facts,
    steps,
    steps.isolate.map(({ id }) => ({ list: 'isolate', item: id, outcome: 'done' })),
  )
  const scheme = hookUpScheme(facts, state, SIZE)
  expect(scheme.words).toContain('high side: none, low side: pressure of the pump')
  const ends = scheme.shapes.flatMap((shape) =>
    shape.kind === 'line' && shape.tone === 'verdigris' ? [shape.points.at(-1)?.[1] ?? 0] : [],
  )
  // The low line is drawn at 73 % of the height.
  expect(ends.some((y) => Math.abs(y - 0.73 * SIZE.height) < 1)).toBe(true)
})

test('a step that did not apply moves nothing', () => {
  const state = hookUpAsTicked(FACTS, lists, [{ list: 'isolate', item: 'close-high', outcome: 'not-applicable' }])
  expect(state.valves.high).toBe('open')
})
