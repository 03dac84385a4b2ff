import { describe, expect, test } from 'vitest'
import { type JudgedPoint, type JudgingBasis, judgePoint } from '../../analysis/judgedPoint'
import { SIGNALS } from '../../signal/signal'
import { diagnoseRound } from './diagnoseRound'
import { screwWork } from './screwWork'

const basis: JudgingBasis = {
  range: { lrv: 0, urv: 40, unit: 'kPa' },
  url: 60,
  scale: SIGNALS['3-15psi'],
  errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 1 }] },
  adjustLimit: null,
}
const points = (error: (percent: number) => number, percents = [0, 25, 50, 75, 100]): JudgedPoint[] =>
  percents.map((percent) =>
    judgePoint(
      {
        targetPercent: percent,
        direction: 'rising',
        applied: 0.4 * percent,
        output: 3 + 0.12 * (percent + error(percent)),
      },
      basis,
    ),
  )

const FACTS = { configuration: { kind: 'pneumatic-transmitter', signal: '20-100kPa', url: 100 } } as const

describe('what a round points to', () => {
  test.each<[string, (percent: number) => number]>([
    ['none', () => 0.02],
    ['zero-shift', () => 2],
    ['span-error', (x) => -0.03 * x],
    ['non-linearity', (x) => (2.5 * 4 * x * (100 - x)) / 1e4],
    ['plugged-line', (x) => 40 - x],
  ])('%s (shapes: common practice, no source)', (cause, error) => {
    // Upward only a bow may be a loop; what stands still may be the line or the output.
    expect(diagnoseRound(points(error), basis, FACTS)?.group).toContain(cause)
  })
  test('says nothing before it can: too few readings, or all at one point', () => {
    expect(
      diagnoseRound(
        points(() => 1, [0, 100]),
        basis,
        FACTS,
      ),
    ).toBeNull()
    expect(
      diagnoseRound([...points(() => 1, [50]), ...points(() => 1, [50]), ...points(() => 1, [50])], basis, FACTS),
    ).toBeNull()
  })
  test('a limit of reading does not make a fault of the scatter at zero', () => {
    const ofReading: JudgingBasis = {
      ...basis,
      errorLimit: { combine: 'sum', terms: [{ kind: 'percentReading', value: 2 }] },
    }
    const scattered = points((x) => (x % 50 === 0 ? 0.05 : -0.05))
    expect(diagnoseRound(scattered, ofReading, FACTS)?.answer).toBe('none')
  })
})

describe('the screws of a run', () => {
  const found = points((x) => 2 - 0.05 * x) // +2 % at zero, −3 % at full
  const act = (kind: string, before: number, after: number) => ({
    kind,
    beforeOutput: before.toFixed(4),
    afterOutput: after.toFixed(4),
  })
  test('before the first touch: zero first, aimed off on purpose with what is usual of such screws', () => {
    const work = screwWork(found, [], { basis, inRange: (shown) => shown })
    // k = 0.3 and m = 1 before anything is seen: z* = 0.3 · (−3 − 2) / 0.7 = −2.14 %, of a 12 psi span −0.257 psi
    expect(work?.advice.nextScrew).toBe('zero')
    expect(work?.setTo).toBeCloseTo(3 - 0.12 * (1.5 / 0.7), 6)
    expect(work?.path).toEqual([{ zeroError: expect.closeTo(2, 9), fullError: expect.closeTo(-3, 9) }])
  })
  test('after a pass it has learnt the interaction from the reading that had moved', () => {
    // Zero set to 3.000 psi, span from 14.40 to 15.00 psi (+5 %), zero then found at 3.24 psi: +2 %, so k = 0.4.
    const acts = [act('zero-screw', 3.24, 3), act('span-screw', 14.4, 15), act('zero-screw', 3.24, 3.1)]
    expect(screwWork(found, acts, { basis, inRange: (shown) => shown })?.advice.interaction.value).toBeCloseTo(0.4, 2)
  })
  test('acts in words alone, and other acts, are no moves', () => {
    const acts = [{ kind: 'zero-screw', beforeOutput: null, afterOutput: '3.00' }, act('cleaning', 3.2, 3.0)]
    expect(screwWork(found, acts, { basis, inRange: (shown) => shown })?.path).toHaveLength(1)
  })
  test('with one point read there is nothing to say', () => {
    expect(
      screwWork(
        points(() => 1, [50]),
        [],
        { basis, inRange: (shown) => shown },
      ),
    ).toBeNull()
  })
})
