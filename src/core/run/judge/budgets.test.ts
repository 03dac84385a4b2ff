import { describe, expect, test } from 'vitest'
import { reference, relativeDifference } from '../../../../tests/support/reference'
import type { ErrorLimit } from '../../error/errorLimit'
import type { Signal } from '../../signal/signal'
import type { PressureUnit } from '../../units/pressureUnit'
import { judgeSteps } from './judgeSteps'

type Terms = { kind: 'percentReading' | 'percentSpan' | 'absolute'; value: number }[]
type Reference = {
  code: string
  rangeLow: number
  rangeHigh: number
  resolution: number
  calibratedOn: string
  accuracy: Terms
  driftPerYear?: Terms
  certified?: { terms: Terms; k: number }
  calibration?: { points: [number, number, number][]; k: number; applied: boolean }
  temperature?: { perKelvin: Terms; low: number; high: number }
}
type Case = {
  name: string
  lrv: number
  urv: number
  unit: PressureUnit
  absolute: boolean
  relative: boolean
  signal: Signal
  ambient: number
  day: string
  headMillimetre?: number
  head?: {
    fill: 'gas' | 'water' | 'oil'
    millimetre: number
    density: number | null
    densityDoubt: number
    celsius: number
    celsiusDoubt: number
    heightDoubt: number
    gravity: number
    gravityDoubt: number
    air: number
  }
  measurand?: 'each-way'
  declared?: number
  division?: number
  fraction?: number
  inputReference: Reference
  outputReference?: Reference
  readings: { percent: number; direction: 'rising' | 'falling'; applied: string; output: string }[]
  points: {
    error: number
    components: Record<string, number>
    u: number
    degrees: number | null
    k: number
    U: number
  }[]
}
const { source, cases } = reference<Case>('budgets')

const limit = (terms: Terms, unit: PressureUnit): ErrorLimit => ({
  combine: 'sum',
  terms: terms.map((term) =>
    term.kind === 'absolute' ? { ...term, kind: 'absolute', unit } : { ...term, kind: term.kind },
  ),
})

/** The same run as our own world says it. */
function worldOf(run: Case) {
  const ours = (of: Reference) => ({
    ...of,
    id: of.code,
    certificate: 'T-1',
    accuracy: limit(of.accuracy, run.unit),
    driftPerYear: of.driftPerYear && limit(of.driftPerYear, run.unit),
    certified: of.certified && {
      uncertainty: limit(of.certified.terms, run.unit),
      coverageFactor: of.certified.k,
    },
    calibration: of.calibration && {
      coverageFactor: of.calibration.k,
      isApplied: of.calibration.applied,
      points: of.calibration.points.map(([indicated, correction, uncertainty]) => ({
        indicated,
        correction,
        uncertainty,
      })),
    },
    temperature: of.temperature && {
      perKelvin: limit(of.temperature.perKelvin, run.unit),
      lowCelsius: of.temperature.low,
      highCelsius: of.temperature.high,
    },
  })
  const errorLimit: ErrorLimit = {
    combine: 'sum',
    terms: [{ kind: run.relative ? 'percentReading' : 'percentSpan', value: 15 }],
  }
  return {
    configuration: {
      lrv: run.lrv,
      urv: run.urv,
      url: run.urv,
      unit: run.unit,
      signal: run.signal,
      errorLimit,
      adjustLimit: null,
      pressureKind: run.absolute ? ('absolute' as const) : ('gauge' as const),
      readability: run.division === undefined ? undefined : { division: run.division, fraction: run.fraction ?? 1 },
    },
    inputUnit: run.unit,
    statesUncertainty: true as const,
    decisionRule: 'simple-acceptance' as const,
    points: run.readings.map(({ percent }) => ({ percent })),
    inputReference: { ...ours(run.inputReference), unit: run.unit },
    outputReference: run.outputReference ? { ...ours(run.outputReference), unit: 'mA' } : null,
    environment: { ambientCelsius: String(run.ambient) },
    day: run.day,
    ...(run.headMillimetre && { head: { heightMillimetre: run.headMillimetre, fill: 'gas' as const } }),
    ...(run.head && {
      head: {
        heightMillimetre: run.head.millimetre,
        fill: run.head.fill,
        facts: {
          densityKgPerM3: run.head.density,
          celsius: run.head.celsius,
          gravityMPerS2: run.head.gravity,
          airDensityKgPerM3: run.head.air,
          heightDoubtMillimetre: run.head.heightDoubt,
          densityDoubtPercent: run.head.densityDoubt,
          celsiusDoubt: run.head.celsiusDoubt,
          gravityDoubtPercent: run.head.gravityDoubt,
        },
      },
    }),
    ...(run.measurand && { measurand: run.measurand }),
    ...(run.declared && { repeatability: { standardDeviation: run.declared, degrees: null, source: 'declared' } }),
  }
}

describe(`whole budgets line by line against ${source}`, () => {
  test.each(cases)('$name', (run) => {
    // A column of gas stretches what the reference is uncertain by, here by a thousandth: not worth a sensitivity of its own.
    const near = run.head?.fill === 'gas' ? 2e-3 : 1e-6
    const judged = judgeSteps(
      run.readings.map(({ percent, direction, ...reading }) => ({ percent, direction, reading })),
      worldOf(run),
    )
    expect(judged).toHaveLength(run.points.length)
    for (const [index, expected] of run.points.entries()) {
      // In % of the reading the run states its errors otherwise.
      if (!run.relative) expect(judged[index]?.errorPercentSpan).toBeCloseTo(expected.error, 9)
      const budget = judged[index]?.budget
      if (!budget) throw new Error(`no budget at reading ${index}`)
      const ours = Object.fromEntries(budget.lines.map(({ name, contribution }) => [name, contribution]))
      expect(Object.keys(ours).toSorted(), `lines of reading ${index}`).toEqual(
        Object.keys(expected.components).toSorted(),
      )
      for (const [name, contribution] of Object.entries(expected.components))
        expect(relativeDifference(ours[name] ?? 0, contribution), `${name} at reading ${index}`).toBeLessThan(near)
      expect(relativeDifference(budget.combinedStandardUncertainty, expected.u)).toBeLessThan(
        near === 1e-6 ? 1e-8 : near,
      )
      expect(relativeDifference(budget.coverageFactor, expected.k)).toBeLessThan(near)
      expect(relativeDifference(budget.expandedUncertainty, expected.U)).toBeLessThan(near)
      if (expected.degrees === null) expect(budget.effectiveDegrees).toBeNull()
      else expect(relativeDifference(budget.effectiveDegrees ?? 0, expected.degrees)).toBeLessThan(10 * near)
    }
  })
})
