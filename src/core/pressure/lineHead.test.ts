import { describe, expect, test } from 'vitest'
import { CONFIGURATION, METER, PUMP } from '../../../tests/support/benchPlant'
import { recomputedRun } from '../impact/recomputedRun'
import { impactOf } from '../run/judge/impact'
import { judgeSteps, targetInput } from '../run/judge/judgeSteps'
import { readingNotice, refuseBeyondSensor } from '../run/judge/readingNotice'
import { readingSlip } from '../run/judge/readingSlip'
import { zeroKnownTo } from '../run/judge/zeroKnown'
import { atInstrument, atReference, fillDensityKgPerM3, type HeadFacts, headDoubts, type LineHead } from './lineHead'

const FACTS: HeadFacts = {
  densityKgPerM3: 998.2,
  celsius: 20,
  gravityMPerS2: 9.80665,
  airDensityKgPerM3: 1.2,
  heightDoubtMillimetre: 10,
  densityDoubtPercent: 0.1,
  celsiusDoubt: 5,
  gravityDoubtPercent: 0.02,
}
const head = (heightMillimetre: number, fill: LineHead['fill'], facts: Partial<HeadFacts> = {}): LineHead => ({
  heightMillimetre,
  fill,
  facts: { ...FACTS, ...facts },
})
const gauge = (of: LineHead) => ({ head: of, configuration: { unit: 'kPa', pressureKind: 'gauge' } }) as const
const absolute = (of: LineHead) => ({ head: of, configuration: { unit: 'kPa', pressureKind: 'absolute' } }) as const

describe('the pressure at the instrument, reckoned by hand', () => {
  // (998.2 − 1.2) · 9.80665 · 1.5 = 14665.8 Pa; ρ·g·h alone 14683.5 Pa.
  test('1.5 m of water, the reference above: more; of a gauge pressure the air beside it is taken off', () => {
    expect(atInstrument(400, gauge(head(1500, 'water')))).toBeCloseTo(414.66584, 4)
    expect(atInstrument(400, absolute(head(1500, 'water')))).toBeCloseTo(414.6835, 4)
  })
  test('the reference below: less', () => {
    expect(atInstrument(400, gauge(head(-1500, 'water')))).toBeCloseTo(385.33416, 4)
  })
  // (862 − 1.2) · 9.81 · 0.42 = 3546.7 Pa.
  test('0.42 m of oil at local gravity', () => {
    const oil = head(420, 'oil', { densityKgPerM3: 862, gravityMPerS2: 9.81 })
    expect(atInstrument(0, gauge(oil))).toBeCloseTo(3.54667, 4)
  })
  test('oil is lighter where it is warm: 870 kg/m³ at 20 °C, 7·10⁻⁴ for each kelvin', () => {
    expect(fillDensityKgPerM3('oil', 20)).toBeCloseTo(870, 9)
    expect(fillDensityKgPerM3('oil', 50)).toBeCloseTo(870 * (1 - 0.021), 9)
  })
  // Water: 992.2 kg/m³ at 40 °C, 971.8 at 80 °C (steam tables, from memory).
  test('water is as dense as its temperature, beyond 40 °C too', () => {
    expect(fillDensityKgPerM3('water', 40)).toBeCloseTo(992.2, 1)
    expect(fillDensityKgPerM3('water', 80)).toBeCloseTo(971.8, 1)
    expect(fillDensityKgPerM3('gas', 20)).toBeNull()
  })
  // 9.80665 · 10 / (287.05 · 293.15) = 0.0011654 of the pressure; the air outside has the same share of its own.
  test('10 m of gas: a share of the pressure, none of no gauge pressure', () => {
    const gas = head(10_000, 'gas', { densityKgPerM3: null })
    expect(atInstrument(700, gauge(gas)) / 700 - 1).toBeCloseTo(0.0011661, 6) // e^x − 1
    expect(atInstrument(0, gauge(gas))).toBe(0)
    expect(atInstrument(100, absolute(gas)) / 100 - 1).toBeCloseTo(0.0011661, 6)
  })
  // (1000.4 − 1.2) · 9.80665 · 0.8 = 7839.0 Pa is taken off.
  test('a filled leg on the low side takes its head off', () => {
    const leg = head(800, 'liquid', { densityKgPerM3: 1000.4 })
    const world = { lowLeg: leg, configuration: { unit: 'kPa', pressureKind: 'differential' } } as const
    expect(atInstrument(7, world)).toBeCloseTo(7 - 7.83904, 4)
    expect(atReference(-0.83904, world)).toBeCloseTo(7, 4)
  })
  test.each([
    gauge(head(1500, 'water')),
    gauge(head(-9000, 'gas', { densityKgPerM3: null })),
    absolute(head(300, 'oil', { densityKgPerM3: 855 })),
  ])('what the reference must give is the other way round', (world) => {
    for (const wanted of [-3, 0, 55, 900])
      expect(atInstrument(atReference(wanted, world), world)).toBeCloseTo(wanted, 9)
  })
})

describe('what stays doubtful of it', () => {
  const doubts = (of: LineHead) =>
    headDoubts(of, { atReferencePa: 5e5, absolutePa: 6e5, isAbsolute: false }).map(({ halfWidthPa }) => halfWidthPa)
  // 14665.8 Pa: a 150th for 10 mm; a thousandth; 2.07·10⁻⁴/K · 5 K (expansion of water at 20 °C, from memory); 2·10⁻⁴.
  test('height, density, temperature and gravity of 1.5 m of water', () => {
    const [height = 0, density = 0, celsius = 0, gravity = 0] = doubts(head(1500, 'water'))
    expect(height).toBeCloseTo(97.77, 1)
    expect(density).toBeCloseTo(14.67, 1)
    expect(celsius).toBeCloseTo(14665.8 * 2.07e-4 * 5, 0)
    expect(gravity).toBeCloseTo(2.93, 1)
  })
  // Begun before heads were corrected: 998.2 · 9.80665 · 1 = 9789 Pa; air at 20 °C and one atmosphere 11.8 Pa (from memory).
  test('of one that is not corrected, the head itself', () => {
    const old = (of: LineHead) => headDoubts(of, { atReferencePa: 0, absolutePa: 101_325, isAbsolute: false })
    expect(old({ heightMillimetre: 1000, fill: 'water' })[0]?.halfWidthPa).toBeCloseTo(9789, -1)
    expect(old({ heightMillimetre: -1000, fill: 'gas' })[0]?.halfWidthPa).toBeCloseTo(11.8, 1)
  })
})

/* A perfect instrument of 0 … 700 kPa, ±(0.1 % of span + 0.25 % of reading), its reference 1.5 m higher, water in the line. */
const world = {
  configuration: {
    ...CONFIGURATION,
    urv: 700,
    url: 1000,
    lrl: -100,
    errorLimit: {
      combine: 'sum' as const,
      terms: [
        { kind: 'percentSpan' as const, value: 0.1 },
        { kind: 'percentReading' as const, value: 0.25 },
      ],
    },
  },
  inputUnit: 'kPa' as const,
  statesUncertainty: true as const,
  measurand: 'each-way' as const,
  decisionRule: 'simple-acceptance' as const,
  points: [{ percent: 0 }, { percent: 50 }, { percent: 100 }],
  inputReference: { ...PUMP, rangeHigh: 1000 },
  outputReference: METER,
  head: head(1500, 'water'),
}
/** What is read where the cell sees each point exactly: the reference is set to what it must give. */
const perfect = [0, 50, 100].map((percent) => ({
  percent,
  direction: 'rising' as const,
  reading: { applied: targetInput(percent, world).toFixed(2), output: (4 + 0.16 * percent).toFixed(3) },
}))

describe('a perfect instrument under a head', () => {
  test('is inside at every point; taken as level it would be outside by 2.1 % of span', () => {
    const judged = judgeSteps(perfect, world)
    expect(judged.map(({ verdict }) => verdict)).toEqual(['inside', 'inside', 'inside'])
    for (const { errorPercentSpan } of judged) expect(Math.abs(errorPercentSpan)).toBeLessThan(0.002)
    const { head: _, ...level } = world
    const taken = judgeSteps(perfect, level)
    expect(taken[2]?.errorPercentSpan).toBeCloseTo(2.095, 2)
    expect(taken.map(({ verdict }) => verdict)).toEqual(['outside', 'outside', 'outside'])
    expect(impactOf(judged, { lastGood: { sequence: 1, sealedAt: '' } })).toBeNull()
  })
  test('the uncertainty is that of the head’s doubts, not of the head', () => {
    const { budget } = judgeSteps(perfect, world)[2] ?? {}
    const line = (name: string) => budget?.lines.find((each) => each.name.includes(name))?.contribution ?? 0
    // 97.77 Pa of 700 kPa, rectangular.
    expect(line('height')).toBeCloseTo((0.09777 / 700) * (100 / Math.sqrt(3)), 5)
    expect(budget?.expandedUncertainty).toBeLessThan(0.2)
  })
  test('no reading at its point is asked about, and the sensor may be taken to its end', () => {
    for (const { percent, direction, reading } of perfect) {
      const typed = { percent, direction, applied: Number(reading.applied), output: Number(reading.output) }
      expect(readingNotice(typed, world)).toBeNull()
      expect(readingSlip({ point: percent, ...typed }, world, [0, 50, 100])).toBeNull()
    }
    // 985.34 kPa at the reference are 1000 at the cell.
    expect(() => refuseBeyondSensor(985, world)).not.toThrow()
    expect(() => refuseBeyondSensor(986, world)).toThrow('outside what the sensor can do')
  })
  test('the reference at nought is no pressure at the cell: how well that is known holds the head’s doubts', () => {
    const { head: _, ...level } = world
    // 2 · 97.77 / √3 Pa of the height alone.
    expect(zeroKnownTo(world)).toBeGreaterThan((2 * 0.09777) / Math.sqrt(3))
    expect(zeroKnownTo(world)).toBeGreaterThan(zeroKnownTo(level))
  })
  test('a reference in doubt is reckoned at the instrument’s level too', () => {
    const judged = judgeSteps(perfect, world)
    const run = {
      begunAt: Date.parse('2026-05-01'),
      world,
      exchanges: [],
      rounds: [
        {
          verdict: 'inside' as const,
          decision: { decision: 'leave' as const },
          points: {
            percents: [0, 50, 100],
            directions: ['rising', 'rising', 'rising'] as const,
            applied: perfect.map(({ reading }) => reading.applied),
            outputs: perfect.map(({ reading }) => reading.output),
            takenAt: null,
            errors: judged.map(({ errorPercentSpan }) => errorPercentSpan),
            limits: judged.map(({ limitPercentSpan }) => limitPercentSpan),
            expanded: null,
            standard: null,
          },
        },
      ],
    }
    const doubt = {
      rangeId: PUMP.id,
      found: { kind: 'constant' as const, value: 3.5 }, // it showed 3.5 kPa too much: 0.5 % of span
      movement: 'all-along' as const,
      from: Date.parse('2026-01-01'),
      to: Date.parse('2026-12-01'),
    }
    const { asFound } = recomputedRun(run as unknown as Parameters<typeof recomputedRun>[0], doubt) // decisions as they count
    expect(asFound?.after.nearest.errorPercentSpan).toBeCloseTo(0.5, 2)
    expect(asFound?.after.nearest.applied).toBeCloseTo(-3.5, 1)
  })
})
