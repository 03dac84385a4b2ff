import { describe, expect, test } from 'vitest'
import { bodySteps, CONSTRUCTIONS, type Construction } from './bodySteps'

/** The order of shop work: common practice, no source. */
const ids = (construction: Construction) =>
  bodySteps({ construction, code: 'C-9', link: 'long', isPneumatic: false }).map(({ id }) => id)
const comesFirst = (order: readonly string[], first: string, second: string) => {
  expect(order).toContain(first)
  expect(order).toContain(second)
  expect(order.indexOf(first)).toBeLessThan(order.indexOf(second))
}

test('force balance: the flexure is loosened, not removed; finger-tight, loosened again, then the bolts', () => {
  const order = ids('force-balance')
  comesFirst(order, 'marks', 'flexure-loose')
  comesFirst(order, 'flexure-loose', 'covers-off')
  comesFirst(order, 'seated', 'covers-finger')
  comesFirst(order, 'covers-finger', 'flexure-again')
  comesFirst(order, 'flexure-again', 'bolts')
  const loosened = bodySteps({ construction: 'force-balance', code: 'C-9', link: null, isPneumatic: true }).find(
    ({ id }) => id === 'flexure-loose',
  )
  expect(loosened?.does).toContain('do not remove it')
})

test('motion balance: wires noted, housing unscrewed, gap noted, plugs; through-bolts before those of the bracket', () => {
  const order = ids('motion-balance')
  comesFirst(order, 'wires', 'housing-off')
  comesFirst(order, 'housing-off', 'gap-noted')
  comesFirst(order, 'through-bolts', 'bolts')
  comesFirst(order, 'bolts', 'housing-on')
})

test('strain gauge: housing off before the flange, on again after it', () => {
  const order = ids('strain-gauge')
  comesFirst(order, 'housing-off', 'covers-off')
  comesFirst(order, 'bolts', 'housing-on')
})

describe.each(Object.keys(CONSTRUCTIONS) as Construction[])('%s', (construction) => {
  const steps = bodySteps({ construction, code: 'C-9', link: 'long', isPneumatic: false })
  test('drained, marked, new seals, the link, and a test at the end; every step once and with its why', () => {
    const order = steps.map(({ id }) => id)
    comesFirst(order, 'drain', 'marks')
    comesFirst(order, 'diaphragms', 'seals')
    comesFirst(order, 'seals', 'bolts')
    expect(order.at(-1)).toBe('pressure-test')
    expect(order.at(-2)).toBe('link')
    expect(new Set(order).size).toBe(order.length)
    expect(steps.every(({ why }) => why.length > 10)).toBe(true)
  })
  test('the torque is the maker’s: no figure of ours stands in any step', () => {
    for (const { does, why } of steps) expect(`${does} ${why}`.replace('C-9', '')).not.toMatch(/\d/)
  })
})
