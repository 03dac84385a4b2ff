import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { type DisplayScale, shownAtPercent } from '../transfer/displayScale'
import { percentOfInput } from '../transfer/linearTransfer'
import { rootPercent } from '../transfer/transfer'
import { carriedAndSettable, carriedScale } from './carriedScale'

const PRESENT = { lrv: 2, urv: 18, unit: 'kPa' } as const
const SCALE: DisplayScale = { lower: 0, upper: 48, unit: 'm³/h' }

test('as it is set: a display widened with its range, and one of a flow with the root of it', () => {
  const present = { lrv: 0, urv: 100, unit: 'kPa' } as const
  const [level, line] = [
    { lower: 0, upper: 10, unit: 'm' },
    { takesRoot: false, present },
  ]
  expect(carriedAndSettable(level, { ...line, wanted: { lrv: 0, urv: 150 } })).toEqual({ ...level, upper: 15 })
  expect(carriedAndSettable(level, { ...line, wanted: { lrv: -10, urv: 100 } })).toEqual({ ...level, lower: -1 })
  // √(144/100) = 1.2.
  const flow = { takesRoot: true, present, wanted: { lrv: 0, urv: 144 } }
  expect(carriedAndSettable(level, flow)).toEqual({ ...level, upper: 12 })
  expect(carriedAndSettable(level, { ...line, wanted: { lrv: 5, urv: 5 } })).toBeNull()
  expect(carriedAndSettable({ ...level, upper: 0 }, { ...line, wanted: { lrv: 0, urv: 5 } })).toBeNull()
})

/** What a host shows for an input. */
const shown = (input: number, scale: DisplayScale, { range, takesRoot }: Shown) => {
  const percent = percentOfInput(input, range)
  return shownAtPercent(takesRoot ? rootPercent(percent) : percent, scale)
}
type Shown = { range: { lrv: number; urv: number; unit: 'kPa' }; takesRoot: boolean }

describe('the scale that goes on showing the same: by its definition, whatever the range moves to', () => {
  const end = fc.integer({ min: -400, max: 400 })
  test('on a line, reverse-acting too', () => {
    fc.assert(
      fc.property(end, end, end, (lrv, urv, input) => {
        fc.pre(lrv !== urv)
        const carried = carriedScale(SCALE, { present: PRESENT, wanted: { lrv, urv }, takesRoot: false })
        const before = shown(input, SCALE, { range: PRESENT, takesRoot: false })
        const after = carried && shown(input, carried, { range: { lrv, urv, unit: 'kPa' }, takesRoot: false })
        expect(after).toBeCloseTo(before, 6)
      }),
      { seed: 20261125 },
    )
  })
  test('by the root', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 400 }), fc.integer({ min: 2, max: 400 }), (urv, input) => {
        const carried = carriedScale(SCALE, { present: PRESENT, wanted: { lrv: PRESENT.lrv, urv }, takesRoot: true })
        const before = shown(input, SCALE, { range: PRESENT, takesRoot: true })
        const after = carried && shown(input, carried, { range: { ...PRESENT, urv }, takesRoot: true })
        expect(after).toBeCloseTo(before, 6)
      }),
      { seed: 20261125 },
    )
  })
  test('four times the difference is twice the flow (square-root law of ISO 5167-1)', () => {
    const wanted = { lrv: 2, urv: 2 + 4 * 16 }
    expect(carriedScale(SCALE, { present: PRESENT, wanted, takesRoot: true })?.upper).toBeCloseTo(96, 9)
  })
})

test.each([
  ['its zero moves', { lrv: 3, urv: 18 }],
  ['it turns round', { lrv: 2, urv: -14 }],
  ['nothing is left of it', { lrv: 2, urv: 2 }],
])('a flow whose range moves so that %s has no such scale', (_, wanted) => {
  expect(carriedScale(SCALE, { present: PRESENT, wanted, takesRoot: true })).toBeNull()
})
