import { exceeds } from '../error/verdict'
import { formatPlain } from '../format/formatNumber'
import { Refusal } from '../refusal'
import { type PressureUnit, pressureUnitLabel } from '../units/pressureUnit'
import { type Cause, causeFacts } from './causeTable'
import { FOUND } from './diagnose'
import type { Diagnosis, RankedCause } from './diagnosis'
import { isExplained } from './explains'
import { type LineShape, signed } from './hypothesis'
import { FAULT_SIZES } from './lineErrors'
import { HEALTHY } from './residuals'
import { unitRatios } from './settingHypotheses'
import { dot, logDeterminant, solveNormal } from './smallMatrix'

/** A reading over several decades: everything in the unit of the range. */
export type DecadeReading = {
  readonly targetPercent: number
  readonly direction: 'rising' | 'falling'
  readonly applied: number
  readonly error: number
  /** ± error limit here, above zero; by it errors of all decades are made comparable. */
  readonly limit: number
  /** Standard deviation of the error. */
  readonly noise: number
}

/** What could be off, as columns of effects on each reading's error, in limits, with the size each is known to have. */
type Model = {
  readonly cause: Cause
  readonly weight: number
  /** What it makes of each reading without any parameter, in limits. */
  readonly fixed?: readonly number[]
  readonly columns: readonly { readonly effects: readonly number[]; readonly deviation: number }[]
  readonly shape?: LineShape
  /** The reading that is doubted. */
  readonly doubts?: number
  readonly says: (p: readonly number[]) => string
}

/** A slip is anything: so many limits. Ours, no source. */
const SLIP_LIMITS = 40
const FEWEST_READINGS = 3
/** A cause less probable than this is not told. */
const LEAST_SHARE = 0.02
/** Two causes fit alike where χ² differs by less than this. */
const FITS_ALIKE = 6

/**
 * What errors over several decades point to: zero, span, both, another unit, one slip, or nothing. Each model is linear, so
 * that its evidence has a closed form: the normal density of the errors with what is known of its parameters.
 *
 * Source: the marginal likelihood of a linear model with normal priors, as in any textbook of Bayesian statistics. How
 * common and how large faults are is ours.
 *
 * @throws {Refusal} for fewer than three readings, or a limit or scatter that is not above zero
 */
export function diagnoseDecades(readings: readonly DecadeReading[], unit: PressureUnit): Diagnosis {
  if (readings.length < FEWEST_READINGS)
    throw new Refusal('readings', `${readings.length} say too little`, `take at least ${FEWEST_READINGS}`)
  if (readings.some(({ limit, noise }) => !(limit > 0) || !(noise > 0)))
    throw new Refusal('readings', 'a limit or a scatter is not above zero', 'give both at every point')
  const inLimits = readings.map(({ error, limit }) => error / limit)
  const scatter = scatterMatrix(readings)
  const fits = modelsFor(readings, unit)
    // As many parameters as readings explain nothing.
    .filter(({ columns }) => columns.length < readings.length)
    .map((model) => fitted(model, inLimits, scatter))
  const causes = byCause(fits)
  const [leader] = causes
  if (!leader) throw new Error('the model of no fault is always there')
  const { best } = leader
  const isLedRightly = isExplained(best.chiSquare, readings.length - best.model.columns.length)
  const isInside = inLimits.every((error) => !exceeds(Math.abs(error), 1))
  const group = groupOf(causes)
  const groupShare = group.reduce((sum, { share }) => sum + share, 0)
  const answer = isInside
    ? leader.cause === 'none'
      ? 'none'
      : 'inside'
    : !isLedRightly
      ? 'unexplained'
      : group.length > 1 || groupShare < FOUND || leader.cause === 'none'
        ? 'undecided'
        : 'found'
  const isOpen = answer === 'undecided' || answer === 'unexplained'
  return {
    answer,
    group: group.map(({ cause }) => cause),
    groupShare: isLedRightly ? groupShare : null,
    ranked: causes.map((each): RankedCause => ranked(each, best, isLedRightly, readings.length)),
    next: isOpen ? nextOf(causes, readings, unit) : null,
  }
}

/** Scatter of the readings with what a healthy instrument is off by, all in limits. */
function scatterMatrix(readings: readonly DecadeReading[]): number[][] {
  const zero = zeroEffects(readings)
  return readings.map(({ noise, limit }, row) =>
    readings.map((_, column) => {
      const own = row === column ? (noise / limit) ** 2 : 0
      return own + HEALTHY.zero ** 2 * (zero[row] ?? 0) * (zero[column] ?? 0) + HEALTHY.span ** 2
    }),
  )
}

/** What a zero shift of one limit of the lowest reading makes of each, in its own limits. */
function zeroEffects(readings: readonly DecadeReading[]): number[] {
  const smallest = Math.min(...readings.map(({ limit }) => limit))
  return readings.map(({ limit }) => smallest / limit)
}

function modelsFor(readings: readonly DecadeReading[], unit: PressureUnit): Model[] {
  const smallest = Math.min(...readings.map(({ limit }) => limit))
  const zero = zeroEffects(readings)
  // A limit of reading is the same share of it everywhere: a span error of one limit is one limit at every point.
  const share = Math.max(...readings.map(({ limit, applied }) => limit / Math.abs(applied)))
  const span = readings.map(({ applied, limit }) => (share * applied) / limit)
  const label = pressureUnitLabel(unit)
  const zeroWords = (size: number) => `zero ${signed(size * smallest, decimalsFor(size * smallest))} ${label}`
  const spanWords = (size: number) => `span ${signed(size * share * 100)} % of reading`
  const lines = FAULT_SIZES.flatMap(({ limits, weight }): Model[] => {
    const of = (effects: readonly number[]) => ({ effects, deviation: limits })
    return [
      { cause: 'zero-shift', shape: 'zero', weight, columns: [of(zero)], says: ([z = 0]) => zeroWords(z) },
      { cause: 'span-error', shape: 'span', weight, columns: [of(span)], says: ([s = 0]) => spanWords(s) },
      {
        ...{ cause: 'zero-and-span', shape: 'zero-and-span', weight, columns: [of(zero), of(span)] },
        says: ([z = 0, s = 0]) => `${zeroWords(z)}, ${spanWords(s)}`,
      },
    ]
  })
  const ratios = unitRatios(unit)
  return [
    {
      ...{ cause: 'none', weight: 1, columns: [] },
      says: () => 'every reading agrees with the register within its scatter and what a healthy instrument is off by',
    },
    ...lines,
    ...ratios.flatMap(({ unit: other, ratio }) =>
      [ratio, 1 / ratio].map(
        (factor): Model => ({
          ...{ cause: 'wrong-unit', weight: 0.5 / ratios.length, columns: [] },
          fixed: readings.map(({ applied, limit }) => ((factor - 1) * applied) / limit),
          says: () =>
            `every reading ${factor.toPrecision(4)} times what was applied: ${pressureUnitLabel(other)} and ${label} mixed up`,
        }),
      ),
    ),
    ...readings.flatMap(({ applied }, doubts): Model[] => {
      const slip = { effects: readings.map((_, index) => (index === doubts ? 1 : 0)), deviation: SLIP_LIMITS }
      const which = `that at ${formatPlain(Number(applied.toPrecision(4)))} ${label}`
      const [{ limits: deviation } = { limits: 1 }] = FAULT_SIZES
      return [
        {
          ...{ cause: 'mistyped-reading', weight: 1 / readings.length, doubts, columns: [slip] },
          says: () => `all readings fit but one: ${which}`,
        },
        {
          ...{ cause: 'line-and-slip', shape: 'zero-and-span', weight: 1 / readings.length, doubts },
          columns: [slip, { effects: zero, deviation }, { effects: span, deviation }],
          says: ([, z = 0, s = 0]) => `${zeroWords(z)}, ${spanWords(s)}, and one reading apart: ${which}`,
        },
      ]
    }),
  ]
}

const decimalsFor = (value: number): number =>
  Math.min(6, Math.max(2, 1 - Math.floor(Math.log10(Math.abs(value) || 1))))

type Fitted = {
  readonly model: Model
  readonly parameters: readonly number[]
  readonly chiSquare: number
  /** Twice the logarithm of its evidence, upside down: the smaller the better. */
  readonly criterion: number
}

function fitted(model: Model, inLimits: readonly number[], scatter: number[][]): Fitted {
  const { columns, fixed, cause, weight } = model
  const left = inLimits.map((error, index) => error - (fixed?.[index] ?? 0))
  const whole = scatter.map((row, i) =>
    row.map((value, j) =>
      columns.reduce(
        (sum, { effects, deviation }) => sum + deviation ** 2 * (effects[i] ?? 0) * (effects[j] ?? 0),
        value,
      ),
    ),
  )
  const evidence = dot(left, solveNormal(whole, left, 0)) + logDeterminant(whole)
  const parameters = fittedParameters(columns, left, scatter)
  const rest = left.map(
    (error, index) =>
      error - columns.reduce((sum, { effects }, k) => sum + (effects[index] ?? 0) * (parameters[k] ?? 0), 0),
  )
  return {
    ...{ model, parameters, chiSquare: dot(rest, solveNormal(scatter, rest, 0)) },
    criterion: evidence - 2 * Math.log(causeFacts(cause).commonness * weight),
  }
}

/** The parameters that the readings and what was known of them before point to. */
function fittedParameters(columns: Model['columns'], left: readonly number[], scatter: number[][]): number[] {
  if (columns.length === 0) return []
  const weighed = columns.map(({ effects }) => solveNormal(scatter, effects, 0))
  const information = columns.map(({ effects, deviation }, i) =>
    columns.map((_, j) => dot(effects, weighed[j] ?? []) + (i === j ? 1 / deviation ** 2 : 0)),
  )
  return solveNormal(
    information,
    weighed.map((column) => dot(column, left)),
    0,
  )
}

type CauseFit = { readonly cause: Cause; readonly best: Fitted; readonly share: number }

function byCause(fits: readonly Fitted[]): CauseFit[] {
  const lowest = Math.min(...fits.map(({ criterion }) => criterion))
  const odds = (fit: Fitted) => Math.exp(-(fit.criterion - lowest) / 2)
  const total = fits.reduce((sum, fit) => sum + odds(fit), 0)
  return [...new Set(fits.map(({ model }) => model.cause))]
    .map((cause): CauseFit => {
      const variants = fits.filter(({ model }) => model.cause === cause)
      const best = variants.reduce((a, b) => (b.criterion < a.criterion ? b : a))
      return { cause, best, share: variants.reduce((sum, fit) => sum + odds(fit), 0) / total }
    })
    .toSorted((a, b) => b.share - a.share || a.best.criterion - b.best.criterion)
}

/** A unit that was mixed up is a span error to the readings; neither is claimed before the units were looked at. */
function groupOf(causes: readonly CauseFit[]): readonly CauseFit[] {
  const [leader, ...others] = causes
  if (!leader) return []
  const isAlike = ({ cause, share, best }: CauseFit) =>
    ALIKE.includes(cause) && share >= LEAST_SHARE && best.chiSquare < leader.best.chiSquare + FITS_ALIKE
  return ALIKE.includes(leader.cause) ? [leader, ...others.filter(isAlike)] : [leader]
}
const ALIKE: readonly Cause[] = ['span-error', 'wrong-unit']

const ranked = ({ cause, best, share }: CauseFit, leader: Fitted, isTold: boolean, count: number): RankedCause => ({
  ...{ cause, words: causeFacts(cause).name, evidence: best.model.says(best.parameters) },
  ...(best.model.shape && { shape: best.model.shape }),
  leftOver: Math.sqrt(best.chiSquare / count),
  behind: best.criterion - leader.criterion,
  share: isTold ? share : null,
  // A gauge over decades stands on no leg and has no communicator to ask.
  lookalikes: (causeFacts(cause).lookalikes ?? []).filter(({ isDigital, needsWetLeg }) => !isDigital && !needsWetLeg),
})

/** The reading that is doubted most, once more. */
function nextOf(
  causes: readonly CauseFit[],
  readings: readonly DecadeReading[],
  unit: PressureUnit,
): Diagnosis['next'] {
  const doubted = causes.find(({ best, share }) => best.model.doubts !== undefined && share >= LEAST_SHARE)
  const reading = readings[doubted?.best.model.doubts ?? -1]
  if (!reading) return null
  const { targetPercent, direction, applied } = reading
  return {
    says: `read ${formatPlain(Number(applied.toPrecision(3)))} ${pressureUnitLabel(unit)} ${direction} once more`,
    ...{ channel: 'output', direction, isHeld: false, predicts: [], appliedPercent: targetPercent },
    tells: doubted?.share ?? 0,
  }
}
