import { describe, expect, test } from 'vitest'
import { beaten, GONE_MS, type Lease, released, SEND_MS, taken } from './lease'

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

describe('an order is given only under its proof', () => {
  const by = { holder: 'work 1', fence: 4 }
  test('late and not lost, it is proven anew; while its order may be sent nobody takes over', () => {
    const proven = beaten(held, by, 9000) as Lease // it is still his
    expect(proven).toEqual({ ...held, beatAt: 9000 })
    expect(taken(proven, { holder: 'work 2', process: 'B' }, 9000 + SEND_MS)).toBeNull()
    expect(SEND_MS).toBeLessThan(GONE_MS)
  })
  test('not by another, nor under an old number, nor by one who has lost it', () => {
    expect(beaten(held, { ...by, fence: 3 }, 1000)).toBeNull()
    expect(beaten(held, { ...by, holder: 'work 2' }, 1000)).toBeNull()
    const lost = taken(held, { holder: 'work 2', process: 'B' }, 1001 + GONE_MS) as Lease // he was gone
    expect(beaten(lost, by, 1002 + GONE_MS)).toBeNull()
    expect(beaten(released(held, by), by, 1001)).toBeNull()
  })
})
