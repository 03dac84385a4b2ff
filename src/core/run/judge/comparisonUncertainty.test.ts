import { describe, expect, test } from 'vitest'
import { SIGNALS } from '../../signal/signal'
import type { ComparisonFacts } from './comparisonFacts'
import { comparisonUncertainty } from './comparisonUncertainty'

/** 0 … 10 bar on 4–20 mA; reference ±(0.02 % of reading + 0.01 % of its 0 … 20 bar), step 0.001 bar; meter ±0.02 % of 0 … 25 mA. */
const FACTS: ComparisonFacts = {
  basis: {
    range: { lrv: 0, urv: 10, unit: 'bar' },
    url: 20,
    scale: SIGNALS['4-20mA'],
    errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.5 }] },
    adjustLimit: null,
  },
  inputUnit: 'bar',
  inputReference: {
    id: 'r',
    unit: 'bar',
    rangeLow: 0,
    rangeHigh: 20,
    resolution: 0.001,
    accuracy: {
      combine: 'sum',
      terms: [
        { kind: 'percentReading', value: 0.02 },
        { kind: 'percentSpan', value: 0.01 },
      ],
    },
  },
  outputReference: {
    unit: 'mA',
    rangeLow: 0,
    rangeHigh: 25,
    resolution: 0.001,
    accuracy: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.02 }] },
  },
  isBelowCutOff: false,
}
const line = (name: string, budget: ReturnType<typeof comparisonUncertainty>) =>
  budget.lines.find((each) => each.name === name)?.contribution ?? Number.NaN

describe('uncertainty of one comparison: JCGM 100:2008, 4.3.7 (rectangular, a/√3), 5.1.2, k = 2 (G.6.6)', () => {
  test('every line and their root sum of squares, worked by hand at 5 bar', () => {
    const budget = comparisonUncertainty({ applied: '5.000', output: '12.003' }, FACTS)
    // Reference: 0.02 % of 5 bar + 0.01 % of 20 bar = 0.003 bar, 0.03 % of 10 bar.
    expect(line('accuracy of the reference', budget)).toBeCloseTo(0.03 / Math.sqrt(3), 12)
    // Half a step of 0.001 bar is 0.005 % of span.
    expect(line('resolution of the reference', budget)).toBeCloseTo(0.005 / Math.sqrt(3), 12)
    // Meter: 0.02 % of 25 mA = 0.005 mA, 0.03125 % of 16 mA; half a step 0.0005 mA, 0.003125 %.
    expect(line('accuracy of the output reading', budget)).toBeCloseTo(0.03125 / Math.sqrt(3), 12)
    expect(line('resolution of the output reading', budget)).toBeCloseTo(0.003125 / Math.sqrt(3), 12)
    const combined = Math.sqrt((0.03 ** 2 + 0.005 ** 2 + 0.03125 ** 2 + 0.003125 ** 2) / 3)
    expect(budget.combinedStandardUncertainty).toBeCloseTo(combined, 12)
    expect(budget.coverageFactor).toBeCloseTo(2, 3)
    expect(budget.expandedUncertainty).toBeCloseTo(2 * combined, 4)
  })

  test('digits that were not read count: 12.0 mA is known to ±0.05 mA', () => {
    const coarse = comparisonUncertainty({ applied: '5.0', output: '12.0' }, FACTS)
    expect(line('resolution of the reference', coarse)).toBeCloseTo(0.5 / Math.sqrt(3), 12)
    expect(line('resolution of the output reading', coarse)).toBeCloseTo(0.3125 / Math.sqrt(3), 12)
  })

  test('a gauge read on its own dial has no meter in its budget', () => {
    const budget = comparisonUncertainty(
      { applied: '5.000', output: '5.05' },
      {
        ...FACTS,
        basis: { ...FACTS.basis, scale: { lower: 0, upper: 10, unit: 'bar', decimals: 2 } },
        outputReference: null,
      },
    )
    expect(budget.lines.map(({ name }) => name)).toEqual([
      'accuracy of the reference',
      'resolution of the reference',
      'readability of the instrument',
    ])
    expect(line('readability of the instrument', budget)).toBeCloseTo(0.05 / Math.sqrt(3), 12)
  })

  test('a dial told to a fifth of 0.2 bar is read to 0.04 bar, whatever digits are typed; coarser digits count as they are', () => {
    const dial = {
      ...FACTS,
      basis: { ...FACTS.basis, scale: { lower: 0, upper: 10, unit: 'bar', decimals: 2 } },
      outputReference: null,
      readableStep: 0.04,
    }
    const read = (output: string) =>
      line('readability of the instrument', comparisonUncertainty({ applied: '5.000', output }, dial))
    expect(read('5.04')).toBeCloseTo(0.2 / Math.sqrt(3), 12)
    expect(read('5.0')).toBeCloseTo(0.5 / Math.sqrt(3), 12)
  })

  test('one device that gives pressure and output: its accuracy comes in once, with its sign, before squaring (JCGM 100, 5.2.2)', () => {
    // 20 … 100 kPa output of a 0 … 100 kPa input, both read with the same gauge of ±0.1 % of its 200 kPa.
    const gauge = {
      id: 'one',
      code: 'T-1',
      unit: 'kPa' as const,
      rangeLow: 0,
      rangeHigh: 200,
      resolution: 0.01,
      accuracy: { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value: 0.1 }] },
    }
    const pneumatic: ComparisonFacts = {
      ...FACTS,
      inputUnit: 'kPa',
      basis: { ...FACTS.basis, range: { lrv: 0, urv: 100, unit: 'kPa' }, scale: SIGNALS['20-100kPa'] },
      inputReference: gauge,
      outputReference: gauge,
    }
    const reading = { applied: '50.00', output: '60.00' }
    // ±0.2 kPa is 0.2 % of the input and 0.25 % of the output: of one device 0.05 % are left, of two the root of squares.
    const [both] = comparisonUncertainty(reading, pneumatic).lines
    expect(both?.name).toContain('which gives pressure and output')
    expect(both?.contribution).toBeCloseTo(0.05 / Math.sqrt(3), 12)
    expect(both?.degrees).toBeNull()
    const two = comparisonUncertainty(reading, { ...pneumatic, outputReference: { ...gauge, id: 'other' } })
    expect(line('accuracy of T-1', two)).toBeCloseTo(0.2 / Math.sqrt(3), 12)
    expect(two.lines.filter(({ name }) => name === 'accuracy of T-1')).toHaveLength(2)
  })

  test('a water column that is warm counts as it reads off: 0.42 % at 35 °C (Tanaka 2001: 994.03 against 998.21 kg/m³)', () => {
    const column = {
      ...FACTS.inputReference,
      code: 'T-W',
      unit: 'mmH2O@20C' as const,
      rangeHigh: 1000,
      principle: 'liquid-column',
      resolution: 0.5,
    }
    const budget = comparisonUncertainty(
      { applied: '500.0', output: '12.000' },
      {
        ...FACTS,
        basis: { ...FACTS.basis, range: { lrv: 0, urv: 1000, unit: 'mmH2O@20C' } },
        inputUnit: 'mmH2O@20C',
        inputReference: column,
        ambientCelsius: 35,
      },
    )
    expect(line('liquid of T-W at 35 °C', budget)).toBeCloseTo((50 * (1 - 994.03 / 998.2067)) / Math.sqrt(3), 3)
  })

  test('through a square root the pressure’s part grows as the slope 5/√x does: at 25 % of pressure it is one', () => {
    const root = { ...FACTS.basis, transfer: { kind: 'root-to-zero', cutOffPercent: 0 } as const }
    const at = (applied: string) =>
      line('accuracy of the reference', comparisonUncertainty({ applied, output: '12.000' }, { ...FACTS, basis: root }))
    // 2.5 bar: 0.0025 bar, 0.025 %, slope 5/√25 = 1; 10 bar: 0.004 bar, 0.04 %, slope ½.
    expect(at('2.500')).toBeCloseTo(0.025 / Math.sqrt(3), 4)
    expect(at('10.000')).toBeCloseTo(0.02 / Math.sqrt(3), 4)
  })

  test('below a low-flow cut-off nothing of the pressure shows', () => {
    const budget = comparisonUncertainty({ applied: '0.010', output: '4.001' }, { ...FACTS, isBelowCutOff: true })
    expect(budget.lines.map(({ name }) => name)).toEqual([
      'accuracy of the output reading',
      'resolution of the output reading',
    ])
  })

  test('read in another unit than the range: half a step of 0.01 kPa is 0.0005 % of 10 bar', () => {
    const reference = { ...FACTS.inputReference, unit: 'kPa' as const, rangeHigh: 2000, resolution: 0.01 }
    const budget = comparisonUncertainty(
      { applied: '500.00', output: '12.003' },
      { ...FACTS, inputUnit: 'kPa', inputReference: reference },
    )
    expect(line('resolution of the reference', budget)).toBeCloseTo(0.0005 / Math.sqrt(3), 10)
    expect(line('accuracy of the reference', budget)).toBeCloseTo(0.03 / Math.sqrt(3), 10)
  })

  test('a pneumatic output is read with a pressure reference: ±0.1 kPa on 80 kPa', () => {
    const budget = comparisonUncertainty(
      { applied: '5.000', output: '60.0' },
      {
        ...FACTS,
        basis: { ...FACTS.basis, scale: SIGNALS['20-100kPa'] },
        outputReference: {
          unit: 'bar',
          rangeLow: 0,
          rangeHigh: 2,
          resolution: 0.0001,
          accuracy: { combine: 'sum', terms: [{ kind: 'absolute', value: 0.001, unit: 'bar' }] },
        },
      },
    )
    expect(line('accuracy of the output reading', budget)).toBeCloseTo(0.125 / Math.sqrt(3), 10)
  })
})
