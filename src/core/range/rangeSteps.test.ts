import { describe, expect, test } from 'vitest'
import { COLD_DRUM_STEPS, HOT_DRUM_STEPS } from '../drum/drumSteps'
import { type RangeWork, rangeSteps } from './rangeSteps'
import type { StockCapsule } from './rangeVerdict'
import { settableRange } from './settableRange'

const capsule: StockCapsule = {
  code: 'C-9',
  count: 1,
  body: { lrl: 0, url: 900, minSpan: 90, maxSpan: null, links: [], allowsReverse: false },
}
const work = (changes: Partial<RangeWork>) =>
  rangeSteps({
    verdict: { kind: 're-range', place: 'field' },
    adjustedBy: 'trims',
    construction: 'force-balance',
    isPneumatic: false,
    isolating: { count: 8, hookUp: 'three-valve manifold' },
    loopChanges: [],
    points: '0 %, 50 %, 100 %, up only',
    ...changes,
  })
const ids = (steps: ReturnType<typeof work>) => steps.map(({ id }) => id)

describe('steps of a range change: common practice, no source', () => {
  test('a digital transmitter is written, then calibrated: re-ranging corrects nothing', () => {
    const steps = work({})
    expect(ids(steps)).toEqual(['as-found', 'isolate', 'write-range', 'calibrate', 'tag', 'tell'])
    expect(steps.find(({ id }) => id === 'write-range')?.why).toContain('corrects nothing')
    expect(steps.find(({ id }) => id === 'calibrate')?.does).toContain('0 %, 50 %, 100 %, up only')
  })
  test('two screws: elevation first, then zero and span', () => {
    expect(ids(work({ adjustedBy: 'screws' }))).toContain('set-screws')
    expect(ids(work({ adjustedBy: 'screws' }))).not.toContain('write-range')
  })
  test('a link is moved with the supply off, or the air; one nobody has looked at is looked at first', () => {
    const link = (from: string | null, isPneumatic: boolean) =>
      work({ verdict: { kind: 'link', place: 'field', from, to: 'B' }, isPneumatic, adjustedBy: 'screws' }).find(
        ({ id }) => id === 'link',
      )?.does ?? ''
    expect(link('A', false)).toMatch(/^Supply off\. Move the span link from A to B/)
    expect(link('A', true)).toMatch(/^Air off\./)
    expect(link(null, false)).toContain('See where the span link stands')
  })
  test('a capsule: wires, drain, marks, diaphragms, seals, bolts, link, test, in that order and before the calibration', () => {
    const steps = work({
      verdict: { kind: 'capsule', place: 'shop', capsule, link: 'long', because: [], others: [] },
      adjustedBy: 'screws',
    })
    expect(ids(steps)).toEqual([
      'as-found',
      'isolate',
      'wires',
      'drain',
      'marks',
      'flexure-loose',
      'covers-off',
      'diaphragms',
      'seals',
      'seated',
      'covers-finger',
      'flexure-again',
      'bolts',
      'link',
      'pressure-test',
      'set-screws',
      'calibrate',
      'tag',
      'tell',
    ])
    const said = steps.map(({ does, why }) => `${does} ${why}`).join(' ')
    for (const words of [
      'No tool ever touches a diaphragm',
      'New gaskets and O-rings',
      'crosswise, evenly, a little at a time',
    ])
      expect(said).toContain(words)
    // The torque is the maker’s: no figure of ours stands in any step.
    expect(steps.find(({ id }) => id === 'bolts')?.does).not.toMatch(/\d/)
  })
  test('what changes in the loop stands before the tag, each by itself; nothing to do gives no steps', () => {
    expect(ids(work({ loopChanges: ['Host: scale', 'Recorder: new paper'] })).slice(-4)).toEqual([
      'loop-1',
      'loop-2',
      'tag',
      'tell',
    ])
    expect(work({ verdict: { kind: 'unchanged' } })).toEqual([])
  })
  test('no step says that anything is safe', () => {
    for (const { does, why } of [...work({}), ...COLD_DRUM_STEPS, ...HOT_DRUM_STEPS])
      expect(`${does} ${why}`).not.toMatch(/\bis safe\b|\bsafely\b/)
  })
})

test('drum: the equaliser is closed before anything is zeroed, and the bottom comes before the top (common practice)', () => {
  const order = COLD_DRUM_STEPS.map(({ id }) => id)
  expect(order.indexOf('close-equaliser')).toBeLessThan(order.indexOf('bottom'))
  expect(order.indexOf('bottom')).toBeLessThan(order.indexOf('top'))
})

describe('a range as it is set', () => {
  test.each([
    [
      { lrv: -54.201_234, urv: 1.981_71 },
      { lrv: -54.201, urv: 1.982 },
    ],
    [
      { lrv: 0, urv: 0.123_456_7 },
      { lrv: 0, urv: 0.12346 },
    ],
    [
      { lrv: 0, urv: 12_345.678 },
      { lrv: 0, urv: 12_346 },
    ],
    [
      { lrv: 5, urv: 5 },
      { lrv: 5, urv: 5 },
    ],
  ])('%j is written as %j', (worked, written) => {
    expect(settableRange(worked)).toEqual(written)
    const span = Math.abs(worked.urv - worked.lrv)
    expect(Math.abs(settableRange(worked).urv - worked.urv)).toBeLessThanOrEqual(span * 1e-4)
  })
})
