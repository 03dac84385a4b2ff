import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { UcumLhcUtils } from '@lhncbc/ucum-lhc'
import { analyseCycles } from '../../src/core/analysis/cycleAnalysis'
import type { CycleReading } from '../../src/core/analysis/meanCurve'
import { diagnose } from '../../src/core/diagnosis/diagnose'
import { liquidWater } from '../../src/core/steam/liquidWater'
import { saturationPressureMPa, saturationTemperatureK } from '../../src/core/steam/saturation'
import { steam } from '../../src/core/steam/steam'
import { runMonteCarlo } from '../../src/core/uncertainty/monteCarlo'
import { convertQuantity } from '../../src/core/units/quantity'
import { TRIAL_SETTINGS, trialReadings } from '../../tests/support/diagnosisTrials'
import { ROOT } from '../setup/root'
import { median, table } from './report'

/** Median milliseconds of a task over some runs, after one to warm up. */
function milliseconds(task: () => void, repeats: number): number {
  task()
  return median(
    Array.from({ length: repeats }, () => {
      const start = performance.now()
      task()
      return performance.now() - start
    }),
  )
}

const TRIALS = 1_000_000
const normal = (mean: number, standardUncertainty: number) => ({ kind: 'normal' as const, mean, standardUncertainty })
const rectangular = (mean: number, halfWidth: number) => ({ kind: 'rectangular' as const, mean, halfWidth })

/** A million trials with five inputs, beside numpy with the same model, intervals and histogram. */
export function monteCarloSection(): string {
  let u = 0
  const ours = milliseconds(() => {
    u = runMonteCarlo({
      model: 'a*b + c/d - e',
      inputs: [
        { name: 'a', distribution: normal(10, 0.1) },
        { name: 'b', distribution: normal(5, 0.05) },
        { name: 'c', distribution: rectangular(20, 1) },
        { name: 'd', distribution: normal(4, 0.02) },
        { name: 'e', distribution: rectangular(1, 0.1) },
      ],
      coverage: 0.95,
      seed: 1,
      trials: { kind: 'fixed', count: TRIALS },
    }).standardUncertainty
  }, 7)
  const python = spawnSync('/usr/bin/python3', [join(ROOT, 'scripts/bench/monte_carlo.py'), String(TRIALS), '7'], {
    encoding: 'utf8',
  })
  if (python.status !== 0)
    return `## Monte Carlo\n\n10⁶ trials, five inputs: ${ours.toFixed(0)} ms. numpy is not installed (Debian: python3-numpy), so there is nothing beside it.\n`
  const theirs: { version: string; seconds: number[]; u: number } = JSON.parse(python.stdout)
  const numpyMilliseconds = median(theirs.seconds) * 1000
  return table(
    'Monte Carlo: 10⁶ trials, five inputs, intervals and histogram',
    ['', 'ms', 'ratio', 'u'],
    [
      ['Barys (one thread)', ours.toFixed(0), (ours / numpyMilliseconds).toFixed(2), u.toFixed(5)],
      [`numpy ${theirs.version}`, numpyMilliseconds.toFixed(0), '1', theirs.u.toFixed(5)],
    ],
  )
}

const CONVERSIONS = 20_000

/** Unit conversion beside the UCUM library. */
export function unitSection(): string {
  const ucum = UcumLhcUtils.getInstance()
  const ours = milliseconds(() => {
    for (let n = 0; n < CONVERSIONS; n++) convertQuantity(n, 'pressure', { from: 'psi', to: 'kPa' })
  }, 7)
  const theirs = milliseconds(() => {
    for (let n = 0; n < CONVERSIONS; n++) ucum.convertUnitTo('[psi]', n, 'kPa')
  }, 7)
  return table(
    `Unit conversion: ${CONVERSIONS.toLocaleString('en')} of psi to kPa`,
    ['', 'ms', 'ratio'],
    [
      ['Barys', ours.toFixed(1), (ours / theirs).toFixed(3)],
      ['@lhncbc/ucum-lhc', theirs.toFixed(1), '1'],
    ],
  )
}

const RUNS = 100_000

/** One run of eleven points up and down analysed and diagnosed, and a hundred thousand analysed. */
export function analysisSection(): string {
  const rows = TRIAL_SETTINGS.filter(({ percents }) => percents.length === 11).map((setting) => {
    const { readings, context } = trialReadings(setting, 'hysteresis', 7)
    const cycle = cycleOf(readings)
    const time = milliseconds(() => {
      analyseCycles(cycle)
      diagnose(readings, context)
    }, 101)
    return [`analysis and diagnosis of one run: ${setting.name}`, `${time.toFixed(2)} ms`]
  })
  const setting = TRIAL_SETTINGS.at(-1)
  if (!setting) return ''
  const cycle = cycleOf(trialReadings(setting, 'hysteresis', 7).readings)
  const many = milliseconds(() => {
    for (let run = 0; run < RUNS; run++) analyseCycles(cycle)
  }, 3)
  return table(
    'Analysis and diagnosis, eleven points up and down, one core',
    ['', 'median'],
    [...rows, [`${RUNS.toLocaleString('en')} runs analysed`, `${(many / 1000).toFixed(2)} s`]],
  )
}

const cycleOf = (readings: ReturnType<typeof trialReadings>['readings']): CycleReading[] =>
  readings.map(({ targetPercent, direction, appliedPercent, outputPercent }) => ({
    cycle: 0,
    targetPercent,
    direction,
    appliedPercent,
    outputPercent: outputPercent ?? 0,
  }))

const STATES = 2000

/** IAPWS-IF97: the same states of water, steam and saturation, beside Python's iapws, with how far both agree. */
export function steamSection(): string {
  const liquid = Array.from({ length: STATES }, (_, index) => [3 + (index % 40), 280 + (index % 220)] as const)
  const vapour = Array.from({ length: STATES }, (_, index) => [0.05 + (index % 50) / 100, 480 + (index % 500)] as const)
  const kelvin = Array.from({ length: STATES }, (_, index) => 280 + (index % 360))
  let sums = [0, 0, 0]
  const tasks = [
    () => liquid.reduce((sum, [p, t]) => sum + liquidWater(p, t).volumeM3PerKg, 0),
    () => vapour.reduce((sum, [p, t]) => sum + steam(p, t).volumeM3PerKg, 0),
    () => kelvin.reduce((sum, t) => sum + saturationTemperatureK(saturationPressureMPa(t)), 0),
  ]
  const ours = tasks.map((task, index) =>
    milliseconds(() => {
      sums = sums.with(index, task())
    }, 15),
  )
  const python = spawnSync('/usr/bin/python3', [join(ROOT, 'scripts/bench/steam.py'), String(STATES), '7'], {
    encoding: 'utf8',
  })
  const title = `Water and steam (IAPWS-IF97): ${STATES} states, all properties`
  const names = ['region 1, liquid', 'region 2, steam', 'region 4, saturation there and back']
  if (python.status !== 0)
    return `## ${title}\n\n${names.map((name, i) => `${name}: ${(ours[i] ?? 0).toFixed(2)} ms`).join('; ')}. Python's iapws is not installed (Debian: python3-iapws), so there is nothing beside it.\n`
  const theirs: { version: string; seconds: number[][]; sums: number[] } = JSON.parse(python.stdout)
  return table(
    title,
    ['', 'Barys, ms', `Python iapws ${theirs.version}, ms`, 'ratio', 'sums differ by'],
    names.map((name, index) => {
      const [mine, other] = [ours[index] ?? 0, median(theirs.seconds[index] ?? []) * 1000]
      const difference = Math.abs((sums[index] ?? 0) / (theirs.sums[index] ?? 1) - 1)
      return [name, mine.toFixed(2), other.toFixed(1), (mine / other).toFixed(4), difference.toExponential(1)]
    }),
  )
}
