import { describe, expect, test } from 'vitest'
import {
  gradeOf,
  isMet,
  POPULATION_KINDS,
  POPULATION_SETTINGS,
  populationTrial,
} from '../../../tests/support/diagnosisPopulation'
import { confusionOf, TRIAL_SETTINGS } from '../../../tests/support/diagnosisTrials'
import { diagnose } from './diagnose'
import type { DiagnosisContext, DiagnosisReading } from './diagnosisReading'
import { remedyFor } from './remedy'

const context: DiagnosisContext = {
  transfer: { kind: 'linear' },
  unit: 'kPa',
  zeroPressurePercent: 0,
  noisePercent: 0.02,
  limitPercent: 0.2,
  isCurrentLoop: true,
  hasFailureLevels: true,
  wetLegPercent: null,
  minimumTerminalVolts: null,
}
/** Readings made by hand from a rule, without the simulator, on a grid of a hundredth. */
const check = (
  output: (x: number, direction: 'rising' | 'falling') => number,
  more: Partial<Record<'pv' | 'ao' | 'volts', (x: number) => number>> = {},
) =>
  [
    ...[0, 25, 50, 75, 100].map((x) => [x, 'rising'] as const),
    ...[75, 50, 25, 0].map((x) => [x, 'falling'] as const),
  ].map(
    ([x, direction]): DiagnosisReading => ({
      targetPercent: x,
      direction,
      appliedPercent: x,
      outputPercent: Math.round(output(x, direction) * 100) / 100,
      pvPercent: more.pv?.(x) ?? null,
      aoPercent: more.ao?.(x) ?? null,
      terminalVolts: more.volts?.(x) ?? null,
    }),
  )
const same = (x: number) => x

test('a gauge whose range is its whole sensor and that is off at full scale is off, and no slip of the pen', () => {
  const gauge = { ...context, isCurrentLoop: false, hasFailureLevels: false, sensorLimits: { low: 0, high: 100 } }
  const { answer, group } = diagnose(
    check((x) => x + 0.5),
    gauge,
  )
  expect({ answer, group }).toEqual({ answer: 'found', group: ['zero-shift'] })
})

describe('causes the trade knows by their shape (common practice, no source)', () => {
  test.each<[string, DiagnosisReading[], Partial<DiagnosisContext>]>([
    ['none', check(same), {}],
    ['zero-shift', check((x) => x + 0.8), {}],
    ['span-error', check((x) => x * 1.006), {}],
    ['zero-and-span', check((x) => x * 1.006 - 0.9), {}],
    ['non-linearity', check((x) => x + (0.7 * 4 * x * (100 - x)) / 1e4), {}],
    ['hysteresis', check((x, d) => x + (d === 'rising' ? -0.3 : 0.3)), {}],
    ['sensor-stage', check((x) => x + 0.5, { pv: (x) => x + 0.5, ao: (x) => x + 0.5 }), {}],
    ['output-stage', check((x) => x + 0.5, { pv: same, ao: same }), {}],
    ['both-stages', check((x) => x * 1.01 - 0.4, { pv: (x) => x * 1.01, ao: (x) => x * 1.01 }), {}],
    ['reverse-action', check((x) => 100 - x), {}],
    // 0 … 200 kPa absolute that shows gauge: half of its span too low, and stopped at its low end.
    ['gauge-for-absolute', check((x) => Math.max(-1.25, x - 50.2)), { airPercent: 50.7 }],
    ['gauge-for-absolute', check((x) => Math.min(103.13, x + 14.4)), { airPercent: 14.5 }],
    ['equalised-or-leaking', check(() => 0), {}],
    ['plugged-line', check(() => 41.3), {}],
    ['output-held', check(() => 50, { pv: same, ao: () => 50 }), {}],
    ['output-held', check(() => 50, { pv: same, ao: same }), {}],
    ['no-signal', check(() => -25), { deadPercent: -25 }],
    ['no-signal', check(() => -25), { deadPercent: -25, isCurrentLoop: false, hasFailureLevels: false }],
    // 4 … 20 mA shown as 0.004 … 0.020.
    ['meter-on-amperes', check((x) => ((4 + 0.16 * x) / 1000 - 4) / 0.16), { deadPercent: -25 }],
    // A zero of the sensor before a root, read by meter with the reference exactly on its points.
    ...[-0.6, 0.5, 0.75, 2].map((shift): [string, DiagnosisReading[], Partial<DiagnosisContext>] => [
      'zero-shift',
      check((x) => 10 * Math.sqrt(Math.max(0, x + shift))),
      { transfer: { kind: 'root-to-zero', cutOffPercent: 0 } },
    ]),
    ['failure-signal', check(() => -3.1), {}],
    ['range-differs', check((x) => x / 1.3), {}],
    ['wrong-unit', check((x) => Math.min(103.13, x * 4.0218)), {}],
    ['mistyped-reading', check((x, d) => (x === 75 && d === 'rising' ? 57 : x)), {}],
    [
      'supply-too-low',
      check((x) => Math.min(x, 60), { volts: (x) => (x > 60 ? 12.1 : 16) }),
      { minimumTerminalVolts: 12 },
    ],
    ['saturation', check((x) => Math.min(x, 60), { volts: () => 17 }), { minimumTerminalVolts: 12 }],
    ['wet-leg-lost', check((x) => x + 12.5), { wetLegPercent: 12.5, isCurrentLoop: false }],
    ['root-twice', check((x) => 10 * Math.sqrt(x)), {}],
    ['root-missing', check(same), { transfer: { kind: 'root-to-zero', cutOffPercent: 10 } }],
    [
      'water-reference',
      check((x) => x * (998.2067 / 999.972)),
      { unit: 'inH2O@20C', noisePercent: 0.01, limitPercent: 0.1 },
    ],
  ])('%s', (cause, readings, more) => {
    const { group, answer } = diagnose(readings, { ...context, ...more })
    expect(group).toContain(cause)
    // Without PV another range is also a leak, and a signal that stops also a sensor that does.
    const isOpen = [
      ...['range-differs', 'saturation', 'supply-too-low', 'water-reference', 'plugged-line'],
      ...(more.hasFailureLevels === false ? [] : ['no-signal', 'meter-on-amperes']), // of a current: a look at the meter tells
    ].includes(cause)
    expect(`${cause} ${answer}`).toBe(`${cause} ${cause === 'none' ? 'none' : isOpen ? 'undecided' : 'found'}`)
  })
  test('reference over range: it stands at 80 while targets and output go on', () => {
    const readings = check(same).map((reading) => ({
      ...reading,
      appliedPercent: Math.min(80, reading.appliedPercent),
      outputPercent: reading.targetPercent,
    }))
    expect(diagnose(readings, context).ranked[0]?.cause).toBe('reference-over-range')
  })
})

describe('what sticks, is late or is written down wrongly: common practice, no source', () => {
  const DIAL: DiagnosisContext = {
    ...{ ...context, noisePercent: 0.1, limitPercent: 1, isCurrentLoop: false, hasFailureLevels: false },
    ...{ isRangeable: false, sensorLimits: { low: 0, high: 100 } },
  }
  const hump = (x: number) => (4 * x * (100 - x)) / 1e4
  const isUp = (direction: string) => direction === 'rising'
  test.each<[string, DiagnosisReading[], DiagnosisContext]>([
    ['read-crosswise', check((x, d) => (isUp(d) && x === 50 ? 75 : isUp(d) && x === 75 ? 50 : x)), context],
    ['read-crosswise', check((x, d) => 0.6 + (isUp(d) && x === 50 ? 75 : isUp(d) && x === 75 ? 50 : x)), context],
    ['catches-at-a-place', check((x, d) => x + (x === 50 ? (isUp(d) ? -2 : 2) : 0)), DIAL],
    ['hysteresis', check((x, d) => x + (isUp(d) ? -0.4 : 0.4) * hump(x)), context],
    ['hysteresis', check((x, d) => x + (isUp(d) ? -0.2 : 1) * hump(x)), context],
    ['non-linearity', check((x) => x + 0.8 + 0.7 * hump(x)), context],
    ['stopped-following', check((x, d) => (isUp(d) && x <= 50 ? x : 50)), DIAL],
  ])('%s', (cause, readings, of) => {
    const { answer, group } = diagnose(readings, of)
    expect({ answer, group }).toEqual({ answer: 'found', group: [cause] })
  })
  test('a drift that slows down goes by the minutes, a pause and all', () => {
    const minutes = [0, 2, 4, 6, 8, 30, 32, 34, 36]
    let [value, time] = [0, 0]
    const readings = check((x) => x + 0.9 * (1 - Math.exp(-(minutes[value++] ?? 0) / 10))).map((reading) => ({
      ...reading,
      minutes: minutes[time++],
    }))
    expect(diagnose(readings, context)).toMatchObject({ answer: 'found', group: ['zero-drift'] })
  })
  test('late on both ways: too early or a loop, told by a reading that is waited for', () => {
    const steps = [0, 25, 25, 25, 25, -25, -25, -25, -25]
    let at = 0
    const { answer, group, next } = diagnose(
      check((x) => x - 0.02 * (steps[at++] ?? 0)),
      context,
    )
    expect(answer).toBe('undecided')
    expect(group.toSorted()).toEqual(['hysteresis', 'read-too-early'])
    expect(next).toMatchObject({ channel: 'output', isHeld: true, appliedPercent: 50 })
    expect(next?.says).toContain('after waiting until it stands still')
    const predicted = Object.fromEntries((next?.predicts ?? []).map(({ cause, percent }) => [cause, percent]))
    expect(predicted['read-too-early']).toBeCloseTo(50, 9)
    expect(Math.abs((predicted.hysteresis ?? 50) - 50)).toBeGreaterThan(0.4)
  })
  test('the same loop after steps of other sizes is a loop: late would follow the step', () => {
    const { group } = diagnose(
      points([
        [0, 0],
        [10, 9.5],
        [50, 49.5],
        [100, 99.5],
        [90, 90.5, 'falling'],
        [50, 50.5, 'falling'],
        [0, 0.5, 'falling'],
      ]),
      context,
    )
    expect(group).not.toContain('read-too-early')
  })
})

test('shares of the evidence make one, and fall with the rank', () => {
  const { ranked } = diagnose(
    check((x) => x + 0.8),
    context,
  )
  const shares = ranked.map(({ share }) => share ?? Number.NaN)
  expect(shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 9)
  expect(shares).toEqual(shares.toSorted((a, b) => b - a))
})

describe('what cannot be told is said', () => {
  test('a zero shift and a tilt look the same from one position', () => {
    const [first] = diagnose(
      check((x) => x + 0.8),
      context,
    ).ranked
    expect(first?.lookalikes.map(({ name }) => name)).toContain('mounting tilt')
    expect(first?.lookalikes.find(({ name }) => name === 'mounting tilt')?.tellApart).toContain('levelled')
    expect(first?.lookalikes.map(({ name }) => name)).toContain('an error of the reference')
  })
  test('saturation or a weak supply: undecided without the terminal voltage, which it asks for', () => {
    const stops = check((x) => Math.min(x, 60), { pv: same })
    const diagnosis = diagnose(stops, context)
    expect(diagnosis.answer).toBe('undecided')
    expect(
      diagnosis.ranked
        .slice(0, 2)
        .map(({ cause }) => cause)
        .toSorted(),
    ).toEqual(['saturation', 'supply-too-low'])
    expect(diagnosis.next?.says).toMatch(/^read (AO with the digital communicator|the voltage at the terminals)/)
  })
  test('a lone reading that stops short: take it again', () => {
    const diagnosis = diagnose(
      check((x) => Math.min(x, 91)),
      { ...context, hasFailureLevels: false, isCurrentLoop: false },
    )
    expect(diagnosis.answer).toBe('undecided')
    expect(diagnosis.next?.says).toContain('read 100 % rising once more')
  })
  test('something no cause explains is not forced into one', () => {
    const odd = [0.9, -0.7, 0.4, -1.1, 0.8, -0.6, 1.2, -0.9, 0.5]
    let at = 0
    expect(
      diagnose(
        check((x) => x + (odd[at++] ?? 0)),
        context,
      ).answer,
    ).toBe('unexplained')
  })
  test('too few readings, or nothing read, is refused', () => {
    expect(() => diagnose(check(same).slice(0, 2), context)).toThrow('say too little')
    expect(() =>
      diagnose(
        check(same).map((r) => ({ ...r, outputPercent: null })),
        context,
      ),
    ).toThrow('nothing that the instrument gave')
    expect(() => diagnose(check(same), { ...context, noisePercent: 0 })).toThrow('scatter')
  })
})

const points = (outputs: readonly (readonly [percent: number, output: number, direction?: 'rising' | 'falling'])[]) =>
  outputs.map(
    ([x, output, direction = 'rising']): DiagnosisReading => ({
      targetPercent: x,
      direction,
      appliedPercent: x,
      outputPercent: output,
      pvPercent: null,
      aoPercent: null,
      terminalVolts: null,
    }),
  )

describe('what was claimed wrongly before: common practice, no source', () => {
  const PNEUMATIC = { ...context, limitPercent: 0.5, noisePercent: 0.05, isCurrentLoop: false, hasFailureLevels: false }
  test('a plain zero shift at 0/100/0 is a zero shift, and no bow', () => {
    const diagnosis = diagnose(
      points([
        [0, 0.6],
        [100, 100.6],
        [0, 0.6, 'falling'],
      ]),
      PNEUMATIC,
    )
    expect(diagnosis.group).toEqual(['zero-shift'])
    expect(diagnosis.ranked.find(({ cause }) => cause === 'non-linearity')?.share ?? 0).toBeLessThan(0.05)
  })
  test('a slip at 50 of 0/50/100: cannot tell it from a bow; 50 is to be read once more', () => {
    const diagnosis = diagnose(
      points([
        [0, 0],
        [50, 51.13],
        [100, 100],
      ]),
      PNEUMATIC,
    )
    expect(diagnosis.answer).toBe('undecided')
    const live = diagnosis.ranked.filter(({ share }) => (share ?? 0) > 0.1).map(({ cause }) => cause)
    expect(live).toEqual(expect.arrayContaining(['mistyped-reading', 'non-linearity']))
    // Falling it tells a loop from a bow, and shows the slip too.
    expect(diagnosis.next?.says).toMatch(/^read (50 % rising once more|the output at 50 % of span, falling)/)
  })
  test('zero with hysteresis is both', () => {
    const diagnosis = diagnose(
      check((x, d) => x + 0.8 + (d === 'rising' ? -0.5 : 0.5) * Math.sin((Math.PI * x) / 100)),
      context,
    )
    expect(diagnosis).toMatchObject({ answer: 'found', group: ['line-and-hysteresis'] })
  })
  test('a zero that drifts during the run is a drift, with what to do about it', () => {
    let index = 0
    const diagnosis = diagnose(
      check((x) => x + 0.12 * index++),
      context,
    )
    expect(diagnosis).toMatchObject({ answer: 'found', group: ['zero-drift'] })
  })
  test('sides swapped: the output on its low end while the pressure rises', () => {
    const current = [0.0625, -1.25, -1.25, -1.25, -1.25] // 4.01, 3.80, 3.80, 3.80, 3.80 mA
    const diagnosis = diagnose(points([0, 25, 50, 75, 100].map((x, index) => [x, current[index] ?? 0] as const)), {
      ...context,
      hasTwoSides: true,
    })
    expect(diagnosis.group).toEqual(['sides-swapped'])
    expect(diagnosis.answer).toBe('found')
  })
  test('the output exactly halved without PV: a leak or another range, and neither is claimed', () => {
    const diagnosis = diagnose(
      check((x) => x / 2),
      context,
    )
    expect(diagnosis.answer).toBe('undecided')
    expect(diagnosis.group.toSorted()).toEqual(['equalised-or-leaking', 'range-differs'])
    expect(diagnosis.next?.says).toMatch(/^read PV/)
  })
  test('URV at 102, PV not read: a span error or a range set otherwise; in bar kgf/cm² too, which is 2 % away', () => {
    const groupIn = (unit: DiagnosisContext['unit']) =>
      diagnose(
        check((x) => x / 1.02),
        { ...context, unit },
      ).group
    expect(groupIn('kPa')).toEqual(expect.arrayContaining(['range-differs', 'span-error']))
    expect(groupIn('kPa')).not.toContain('wrong-unit')
    expect(groupIn('bar')).toEqual(expect.arrayContaining(['range-differs', 'span-error', 'wrong-unit']))
  })
  test('PV 1 % high before an output 1 % low cancel: inside at the meter, and no instrument in order', () => {
    const cancelling = check(same, { pv: (x) => x + 1, ao: (x) => x + 1 })
    const { answer, group } = diagnose(cancelling, context)
    expect({ answer, group }).toEqual({ answer: 'found', group: ['both-stages'] })
  })
  test('five points upward do not tell a bow from friction: read the same points falling', () => {
    const upward = check((x) => x - (0.9 * 4 * x * (100 - x)) / 1e4).slice(0, 5)
    const { answer, group, next } = diagnose(upward, context)
    expect(answer).toBe('undecided')
    expect(group).toEqual(expect.arrayContaining(['non-linearity', 'hysteresis']))
    expect(next?.says).toMatch(/falling/)
  })
  test('a dial is not set to another range', () => {
    const dial = { ...context, isCurrentLoop: false, hasFailureLevels: false, isRangeable: false }
    const causes = diagnose(
      check((x) => x * 1.03 - 1),
      dial,
    ).ranked.map(({ cause }) => cause)
    expect(causes).not.toContain('range-differs')
  })
  test('a constant offset of PV: the sensor’s zero, which a zero trim cures', () => {
    const diagnosis = diagnose(
      check((x) => x + 0.7, { pv: (x) => x + 0.7, ao: (x) => x + 0.7 }),
      context,
    )
    expect(diagnosis.ranked[0]).toMatchObject({ cause: 'sensor-stage', shape: 'zero' })
    expect(remedyFor('sensor-stage', { adjustable: 'trims', shape: 'zero' }).says).toMatch(/^zero trim at true zero/)
  })
  test('3.04 mA from an instrument with screws is no failure signal; from a digital one it is', () => {
    const resting = check(() => -6)
    expect(diagnose(resting, { ...context, hasFailureLevels: false }).group).not.toContain('failure-signal')
    expect(diagnose(resting, context).group).toEqual(['failure-signal'])
  })
  test('psi taken for kPa: the unit, of the instrument or of the reference', () => {
    const [first] = diagnose(
      check((x) => x / 6.894757),
      context,
    ).ranked
    expect(first?.cause).toBe('wrong-unit')
    expect(first?.lookalikes.map(({ name }) => name)).toContain('the reference stands on another unit')
  })
  test('a meter on volts is called so', () => {
    expect(
      diagnose(
        check((x) => (0.25 * (4 + 0.16 * x) - 4) / 0.16),
        context,
      ).group,
    ).toEqual(['meter-on-volts'])
  })
  test('what nothing explains carries no probability', () => {
    const odd = [0.9, -0.7, 0.4, -1.1, 0.8, -0.6, 1.2, -0.9, 0.5]
    let at = 0
    const diagnosis = diagnose(
      check((x) => x + (odd[at++] ?? 0)),
      context,
    )
    expect(diagnosis.ranked.every(({ share }) => share === null)).toBe(true)
    expect(diagnosis.groupShare).toBeNull()
  })
  test('an error inside the limit is described, and is no fault', () => {
    const diagnosis = diagnose(
      check((x) => x + 0.19),
      context,
    )
    expect(diagnosis.answer).toBe('inside')
    expect(diagnosis.next).toBeNull()
  })
})

describe('on simulated instruments with physics of their own', () => {
  const graded = (kinds: readonly (typeof POPULATION_KINDS)[number][], count: number) =>
    kinds.flatMap((kind) =>
      POPULATION_SETTINGS.filter((setting) => isMet(kind, setting)).flatMap((setting) =>
        Array.from({ length: count }, (_, trial) => gradeOf(kind, populationTrial(kind, setting, 300 + 7 * trial))),
      ),
    )
  test('none of 200 healthy ones, off by up to 0.8 of the limit, is called faulty', () => {
    const grades = graded(
      POPULATION_KINDS.filter(({ isHealthy }) => isHealthy),
      14,
    )
    expect(grades.length).toBeGreaterThanOrEqual(200)
    expect(grades.filter((grade) => grade === 'wrong')).toHaveLength(0)
  }, 120_000)
  test('of all kinds at most one in twenty is claimed wrongly', () => {
    const grades = graded(POPULATION_KINDS, 3)
    expect(grades.filter((grade) => grade === 'wrong').length / grades.length).toBeLessThanOrEqual(0.05)
  }, 120_000)
  test('what no reading can decide is left open, or named with what it cannot be told from', () => {
    const grades = graded(
      POPULATION_KINDS.filter(({ isOpen }) => isOpen),
      6,
    )
    expect(grades.filter((grade) => grade === 'open').length / grades.length).toBeGreaterThanOrEqual(0.95)
  }, 120_000)
})

describe('on simulated instruments: faults of two to five limits, a tenth of the limit as noise', () => {
  const COUNT = 12
  test.each(TRIAL_SETTINGS)(
    '$name: at least 95 % right first over all, none below 85 %',
    (setting) => {
      const shares = [...confusionOf(setting, COUNT)].map(([cause, named]) => ({
        cause,
        share: (named.get(cause) ?? 0) / COUNT,
      }))
      for (const { cause, share } of shares) expect(share, cause).toBeGreaterThanOrEqual(0.85)
      expect(shares.reduce((sum, { share }) => sum + share, 0) / shares.length).toBeGreaterThanOrEqual(0.95)
    },
    120_000,
  )
})
