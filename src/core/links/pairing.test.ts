import { describe, expect, test } from 'vitest'
import { loopShown, MOST_PAIRED, pairingCurrents } from './pairing'

describe('outputs held at currents of their own', () => {
  test('one alone in the middle, two at the ends, three evenly', () => {
    expect(pairingCurrents(1)).toEqual([12])
    expect(pairingCurrents(2)).toEqual([6, 18])
    expect(pairingCurrents(3)).toEqual([6, 12, 18])
  })
  test.each([2, 5, MOST_PAIRED])('%d of them: each is known from the others, half a milliampere off too', (count) => {
    const held = pairingCurrents(count)
    for (const [place, current] of held.entries())
      for (const off of [-0.49, 0, 0.49]) expect(loopShown(current + off, held)).toBe(place)
  })
  test.each([
    [12.5, 0],
    [12.51, null],
    [11.5, 0],
    [11.49, null],
    [0, null],
  ])('%d mA of one that is held at 12: %s', (read, whose) => {
    expect(loopShown(read, [12])).toBe(whose)
  })
})
