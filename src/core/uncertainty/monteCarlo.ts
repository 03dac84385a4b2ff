import { Refusal } from '../refusal'
import { randomStream } from '../statistics/randomStream'
import { type Distribution, sampler } from './distribution'
import { type DrawnSummary, drawnSummary, moments, symmetricInterval } from './drawnSummary'
import { evaluateBlock } from './evaluateFormula'
import { compileFormula } from './formula'

export type NamedInput = { readonly name: string; readonly distribution: Distribution }

export type MonteCarloTask = {
  readonly model: string
  readonly inputs: readonly NamedInput[]
  /** Probability of the coverage intervals, for example 0.95. */
  readonly coverage: number
  readonly seed: number
  /** A fixed count of trials, or as many as it takes for this many significant digits of u to stand still. */
  readonly trials:
    | { readonly kind: 'fixed'; readonly count: number }
    | { readonly kind: 'adaptive'; readonly digits: 1 | 2 }
}

export type MonteCarloResult = DrawnSummary & {
  /** Whether the adaptive test was met before the trials ran out; null for a fixed count. */
  readonly isStable: boolean | null
}

/** How far a propagation has come. */
export type MonteCarloProgress = { readonly trials: number; readonly fraction: number }

export const MOST_TRIALS = 5_000_000
const BLOCK = 10_000

/**
 * Propagation of distributions by Monte Carlo. A generator: it yields after every block, so that a worker can report and
 * stop, and a server can let others in between.
 *
 * Source: JCGM 101:2008, clause 7; adaptive procedure 7.9.4; symmetric and shortest intervals 7.7.
 *
 * @throws {Refusal} for a formula that cannot be read, a distribution that cannot be drawn from, a model without a value
 */
export function* monteCarlo(task: MonteCarloTask): Generator<MonteCarloProgress, MonteCarloResult, void> {
  const { coverage, trials } = task
  if (!(coverage > 0 && coverage < 1))
    throw new Refusal('coverage', `${coverage} is not between 0 and 1`, 'enter for example 0.95')
  const drawBlock = blockDrawer(task)
  const most = trials.kind === 'fixed' ? wholeTrials(trials.count) : MOST_TRIALS
  // JCGM 101, 7.9.4 b): at least 100 / (1 − p) trials a block, so that the ends of the interval are met.
  const blockSize = Math.min(most, Math.max(BLOCK, Math.ceil(100 / (1 - coverage))))
  const blocks: Float64Array[] = []
  const stability = new Stability()
  let drawn = 0
  let isStable = false
  while (drawn < most && !isStable) {
    const size = Math.min(blockSize, most - drawn)
    const block = drawBlock(size)
    blocks.push(block)
    drawn += size
    if (trials.kind === 'adaptive') {
      stability.add(block, coverage)
      isStable = stability.isReached(trials.digits)
    }
    yield { trials: drawn, fraction: drawn / most }
  }
  return { ...drawnSummary(joined(blocks, drawn), coverage), isStable: trials.kind === 'adaptive' ? isStable : null }
}

/** Runs a propagation to its end in one go, for a server route, a test or the benchmark. */
export function runMonteCarlo(task: MonteCarloTask): MonteCarloResult {
  const run = monteCarlo(task)
  for (let step = run.next(); ; step = run.next()) if (step.done) return step.value
}

function wholeTrials(count: number): number {
  if (!Number.isInteger(count) || count < 1000 || count > MOST_TRIALS)
    throw new Refusal(
      'trials',
      `${count} is not a whole number from 1000 to ${MOST_TRIALS}`,
      'enter for example 200000',
    )
  return count
}

function blockDrawer({ model, inputs, seed }: MonteCarloTask): (size: number) => Float64Array {
  const program = compileFormula(
    model,
    inputs.map(({ name }) => name),
  )
  const stream = randomStream(seed)
  const samplers = inputs.map(({ distribution }) => sampler(distribution, stream))
  const blocks = inputs.map(() => new Float64Array(0))
  return (size) => {
    for (const [index, draw] of samplers.entries()) {
      let block = blocks[index] as Float64Array // one for each sampler
      if (block.length < size) block = blocks[index] = new Float64Array(size)
      for (let n = 0; n < size; n++) block[n] = draw()
    }
    const results = evaluateBlock(program, blocks, size)
    for (let n = 0; n < size; n++)
      if (!Number.isFinite(results[n]))
        throw new Refusal(
          'model',
          `has no value for some of the inputs drawn (${inputs.map(({ name }, i) => `${name} = ${blocks[i]?.[n]?.toPrecision(5)}`).join(', ')})`,
          'check it for a division by zero, or the root or logarithm of a negative number',
        )
    return results
  }
}

/** The adaptive test: four results per block, and how well their averages are known. */
class Stability {
  private readonly results: readonly [number[], number[], number[], number[]] = [[], [], [], []]

  add(block: Float64Array, coverage: number): void {
    const { mean, standardUncertainty } = moments(block)
    const { low, high } = symmetricInterval(block.toSorted(), coverage)
    for (const [index, value] of [mean, standardUncertainty, low, high].entries()) this.results[index]?.push(value)
  }

  isReached(digits: 1 | 2): boolean {
    const count = this.results[0].length
    if (count < 2) return false
    const uncertainty = average(this.results[1])
    if (uncertainty === 0) return true
    // Half a unit in the last of the digits of u; JCGM 101, 7.9.2.
    const tolerance = 0.5 * 10 ** (Math.floor(Math.log10(uncertainty)) - digits + 1)
    return this.results.every((values) => 2 * deviationOfMean(values) < tolerance)
  }
}

const average = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length

function deviationOfMean(values: readonly number[]): number {
  const mean = average(values)
  const squares = values.reduce((sum, value) => sum + (value - mean) ** 2, 0)
  return Math.sqrt(squares / (values.length * (values.length - 1)))
}

function joined(blocks: readonly Float64Array[], length: number): Float64Array {
  const all = new Float64Array(length)
  let at = 0
  for (const block of blocks) {
    all.set(block, at)
    at += block.length
  }
  return all
}
