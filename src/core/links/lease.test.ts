import { describe, expect, test } from 'vitest'
import { beaten, GONE_MS, isProven, type Lease, PROVEN_MS, released, taken } from './lease'

const FREE: Lease = { holder: null, process: null, fence: 3, beatAt: null }
const ONE = { holder: 'work 1', process: 'A' }
const held = taken(FREE, ONE, 1000) as Lease // it was free

describe('one holder at a time', () => {
  test('a free one is taken under the next number', () => {
    expect(held).toEqual({ ...ONE, fence: 4, beatAt: 1000 })
  })
  test('one that lives is not taken; one that is gone is, by another process alone', () => {
    expect(taken(held, { holder: 'work 2', process: 'B' }, 1000 + GONE_MS)).toBeNull()
    expect(taken(held, { holder: 'work 2', process: 'B' }, 1001 + GONE_MS)).toMatchObject({
      fence: 5,
      holder: 'work 2',
    })
    // Late under load, the same process does not open it twice.
    expect(taken(held, { holder: 'work 2', process: 'A' }, 1e9)).toBeNull()
  })
  test('let go of it may be taken at once, by the same process too; by nobody else is it let go of', () => {
    const free = released(held, { holder: 'work 1', fence: 4 })
    expect(taken(free, { holder: 'work 2', process: 'A' }, 1001)).toMatchObject({ fence: 5 })
    expect(released(held, { holder: 'work 1', fence: 3 })).toBe(held)
    expect(released(held, { holder: 'work 2', fence: 4 })).toBe(held)
  })
})

describe('an order is given only while it is proven', () => {
  const by = { holder: 'work 1', fence: 4 }
  test('for a while after each beat, shorter than it takes to be gone', () => {
    expect(isProven(held, by, 1000 + PROVEN_MS)).toBe(true)
    expect(isProven(held, by, 1001 + PROVEN_MS)).toBe(false)
    expect(PROVEN_MS).toBeLessThan(GONE_MS)
    expect(isProven(beaten(held, by, 5000) as Lease, by, 5500)).toBe(true)
  })
  test('not by another, nor under an old number', () => {
    expect(isProven(held, { ...by, fence: 3 }, 1000)).toBe(false)
    expect(isProven(held, { ...by, holder: 'work 2' }, 1000)).toBe(false)
    expect(beaten(held, { ...by, fence: 3 }, 1000)).toBeNull()
  })
})
