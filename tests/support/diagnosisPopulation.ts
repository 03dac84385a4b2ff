import type { Cause } from '../../src/core/diagnosis/cause'
import { diagnose } from '../../src/core/diagnosis/diagnose'
import type { Diagnosis } from '../../src/core/diagnosis/diagnosis'
import type { DiagnosisContext, DiagnosisReading } from '../../src/core/diagnosis/diagnosisReading'
import { type RandomStream, randomStream } from '../../src/core/statistics/randomStream'

/**
 * Simulated instruments for measuring the diagnosis, with physics written down here apart from the models it fits: a
 * pressure that is applied, what reaches the cell, what the cell makes of it, what the stages send, what is read.
 */
type Setting = {
  readonly name: string
  readonly reads: 'output' | 'pv-ao-output'
  readonly kind: 'pneumatic' | 'analogue' | 'digital'
  readonly points: readonly (readonly [percent: number, direction: 'rising' | 'falling'])[]
  /** ± % of span; the scatter is a share of it, as a stated U leaves it. */
  readonly limit: number
  readonly noise: number
}
const upDown = (percents: readonly number[]) =>
  [
    ...percents.map((percent) => [percent, 'rising'] as const),
    ...percents
      .slice(0, -1)
      .toReversed()
      .map((percent) => [percent, 'falling'] as const),
  ] as const
const FIVE = upDown([0, 25, 50, 75, 100])

export const POPULATION_SETTINGS: readonly Setting[] = [
  { name: 'pneumatic, 5 up and down', reads: 'output', kind: 'pneumatic', points: FIVE, limit: 0.9, noise: 0.07 },
  { name: 'analogue, 5 up and down', reads: 'output', kind: 'analogue', points: FIVE, limit: 0.4, noise: 0.035 },
  {
    name: 'digital, meter only, 5 up and down',
    reads: 'output',
    kind: 'digital',
    points: FIVE,
    limit: 0.25,
    noise: 0.02,
  },
  { name: 'digital, PV, AO and meter', reads: 'pv-ao-output', kind: 'digital', points: FIVE, limit: 0.25, noise: 0.02 },
  {
    name: 'digital, meter only, 0/50/100 up',
    reads: 'output',
    kind: 'digital',
    points: [
      [0, 'rising'],
      [50, 'rising'],
      [100, 'rising'],
    ],
    limit: 0.3,
    noise: 0.025,
  },
]

/** When and how a reading is taken; `step` is how far the pressure went since the one before, 0 where it is waited for. */
type Place = {
  readonly direction: 'rising' | 'falling'
  readonly t: number
  readonly first: boolean
  readonly step: number
  readonly target: number
}

/** What is done to the signal on its way; all in % of span, `t` from 0 to 1 through the run. */
type World = {
  /** Pressure at the cell for a pressure at the reference’s port. */
  reaches: (x: number) => number
  cell: (x: number, place: Place) => number
  stage: (x: number) => number
  output: (ao: number) => number
  /** What the reference shows for a true pressure. */
  shows: (x: number) => number
  stops: readonly [number, number]
  tamper?: (readings: DiagnosisReading[]) => DiagnosisReading[]
}
const same = (x: number) => x

/** A kind of fault: what it does, and which causes a true answer names. `open`: no reading can decide it. */
type Kind = {
  readonly name: string
  readonly truth: readonly (Cause | 'reference')[]
  readonly only?: readonly Setting['kind'][]
  readonly needs?: 'pv' | 'loop' | 'up-down'
  readonly isHealthy?: true
  readonly isOpen?: true
  readonly lay: (world: World, size: number, stream: RandomStream) => World
}

const sign = (stream: RandomStream) => (stream.uniform() < 0.5 ? -1 : 1)
const between = (stream: RandomStream, low: number, high: number) => low + (high - low) * stream.uniform()
const after = (world: World, change: (x: number) => number): World => ({
  ...world,
  cell: (x, place) => change(world.cell(x, place)),
})
const zero = (world: World, by: number) => after(world, (x) => x + by)
const span = (world: World, percent: number) => after(world, (x) => x * (1 + percent / 100))
const loop = (world: World, width: number): World => ({
  ...world,
  cell: (x, place) =>
    world.cell(x, place) +
    ((place.direction === 'rising' ? -1 : 1) * width * Math.sin((Math.PI * Math.min(100, Math.max(0, x))) / 100)) / 2,
})
/** A slip of the pen in the output: a digit doubled or dropped, neighbours exchanged, or a plain misreading. */
const slip = (world: World, size: number, stream: RandomStream): World => {
  const place = stream.uniform()
  const by = sign(stream) * Math.max(size * 1.2, [size, 1.1, 5, 9][Math.floor(stream.uniform() * 4)] ?? size)
  return {
    ...world,
    tamper: (readings) =>
      readings.map((reading, index) =>
        index === Math.floor(place * readings.length) && reading.outputPercent !== null
          ? { ...reading, outputPercent: reading.outputPercent + by }
          : reading,
      ),
  }
}
const SENSOR: Cause[] = ['sensor-stage']

export const POPULATION_KINDS: readonly Kind[] = [
  {
    name: 'healthy, at a third of the limit',
    truth: ['none'],
    isHealthy: true,
    lay: (w, s, r) => zero(w, (sign(r) * s * between(r, 0, 0.3)) / 3),
  },
  {
    name: 'healthy, zero up to 0.8 of the limit',
    truth: ['none'],
    isHealthy: true,
    lay: (w, s, r) => zero(w, (sign(r) * s * between(r, 0.2, 0.8)) / 3),
  },
  {
    name: 'healthy, span up to 0.8 of the limit',
    truth: ['none'],
    isHealthy: true,
    lay: (w, s, r) => span(w, (sign(r) * s * between(r, 0.2, 0.8)) / 3),
  },
  { name: 'zero', truth: ['zero-shift', ...SENSOR], lay: (w, s, r) => zero(w, sign(r) * s) },
  { name: 'span', truth: ['span-error', ...SENSOR], lay: (w, s, r) => span(w, sign(r) * s) },
  {
    name: 'zero and span',
    truth: ['zero-and-span', ...SENSOR],
    lay: (w, s, r) => span(zero(w, sign(r) * s), sign(r) * s),
  },
  {
    name: 'bow',
    truth: ['non-linearity'],
    lay: (w, s, r) => {
      const b = sign(r) * s
      return after(w, (x) => x + b * Math.sin((Math.PI * Math.min(100, Math.max(0, x))) / 100))
    },
  },
  {
    name: 'bow on a zero',
    truth: ['non-linearity'],
    lay: (w, s, r) => {
      const b = sign(r) * s
      return after(w, (x) => x + b * Math.sin((Math.PI * Math.min(100, Math.max(0, x))) / 100) + b / 2)
    },
  },
  { name: 'loop', truth: ['hysteresis', 'line-and-hysteresis'], needs: 'up-down', lay: (w, s) => loop(w, 2 * s) },
  {
    name: 'friction',
    truth: ['hysteresis', 'line-and-hysteresis'],
    needs: 'up-down',
    lay: (w, s) => ({ ...w, cell: (x, p) => w.cell(x, p) + (p.first ? 0 : p.direction === 'rising' ? -s : s) }),
  },
  {
    name: 'zero with hysteresis',
    truth: ['line-and-hysteresis', 'hysteresis'],
    needs: 'up-down',
    lay: (w, s, r) => loop(zero(w, sign(r) * s), 1.5 * s),
  },
  {
    name: 'zero drifting during the run',
    truth: ['zero-drift'],
    needs: 'up-down',
    lay: (w, s, r) => {
      const d = 1.5 * sign(r) * s
      return { ...w, cell: (x, p) => w.cell(x, p) + d * p.t }
    },
  },
  {
    name: 'output zero',
    truth: ['output-stage', 'zero-shift'],
    only: ['digital'],
    lay: (w, s, r) => {
      const d = sign(r) * s
      return { ...w, output: (x) => x + d }
    },
  },
  {
    name: 'output span',
    truth: ['output-stage', 'span-error'],
    only: ['digital'],
    lay: (w, s, r) => {
      const g = 1 + (sign(r) * s) / 100
      return { ...w, output: (x) => x * g }
    },
  },
  {
    name: 'both stages',
    truth: ['both-stages'],
    needs: 'pv',
    lay: (w, s, r) => {
      const d = sign(r) * s
      return { ...zero(w, sign(r) * s), output: (x) => x * (1 + d / 100) - d }
    },
  },
  {
    name: 'trim at LRV and URV of an elevated cell',
    truth: ['sensor-stage'],
    needs: 'pv',
    lay: (w, s, r) => span(w, sign(r) * s),
  },
  { name: 'one reading mistyped', truth: ['mistyped-reading', 'line-and-slip'], lay: (w, s, r) => slip(w, s, r) },
  {
    name: 'zero and one mistyped',
    truth: ['line-and-slip', 'mistyped-reading'],
    needs: 'up-down',
    lay: (w, s, r) => slip(zero(w, sign(r) * s), 2 * s, r),
  },
  {
    name: 'URV at 102',
    truth: ['range-differs', 'span-error'],
    only: ['digital'],
    lay: (w) => ({ ...w, stage: (x) => x / 1.02 }),
  },
  {
    name: 'another range',
    truth: ['range-differs'],
    only: ['digital'],
    lay: (w, _, r) => {
      const f = [0.6, 0.75, 1.4, 2][Math.floor(r.uniform() * 4)] ?? 2
      return { ...w, stage: (x) => x / f }
    },
  },
  {
    name: 'instrument on another unit',
    truth: ['wrong-unit'],
    only: ['digital'],
    lay: (w, _, r) => {
      const f = [1 / 6.894757, 1 / 4.0146, 0.1][Math.floor(r.uniform() * 3)] ?? 0.1
      return after(w, (x) => x * f)
    },
  },
  {
    name: 'reference on another unit',
    truth: ['wrong-unit'],
    lay: (w, _, r) => {
      const f = [6.894757, 4.0146, 1 / 6.894757][Math.floor(r.uniform() * 3)] ?? 4
      return { ...w, reaches: (x) => x * f }
    },
  },
  {
    name: 'offset of the reference',
    truth: ['reference'],
    isOpen: true,
    lay: (w, s, r) => {
      const d = sign(r) * s
      return { ...w, shows: (x) => x + d }
    },
  },
  {
    name: 'gain of the reference',
    truth: ['reference'],
    isOpen: true,
    lay: (w, s, r) => {
      const d = sign(r) * s
      return { ...w, shows: (x) => x * (1 + d / 100) }
    },
  },
  {
    name: 'leak',
    truth: ['equalised-or-leaking'],
    lay: (w, _, r) => {
      const f = between(r, 0.15, 0.85)
      return { ...w, reaches: (x) => x * f }
    },
  },
  { name: 'equaliser open', truth: ['equalised-or-leaking'], lay: (w) => ({ ...w, reaches: () => 0 }) },
  { name: 'sides swapped', truth: ['sides-swapped'], lay: (w) => ({ ...w, reaches: (x) => -x }) },
  {
    name: 'plugged',
    truth: ['plugged-line'],
    lay: (w, _, r) => {
      const at = between(r, 12, 95)
      return { ...w, reaches: () => at }
    },
  },
  {
    name: 'sensor stops short',
    truth: ['sensor-stops', 'saturation', 'supply-too-low'],
    lay: (w, _, r) => {
      const at = between(r, 30, 72)
      return after(w, (x) => Math.min(at, x))
    },
  },
  {
    name: 'saturated',
    truth: ['saturation', 'supply-too-low', 'sensor-stops'],
    needs: 'loop',
    lay: (w, _, r) => ({ ...w, stops: [w.stops[0], between(r, 30, 72)] }),
  },
  {
    name: 'supply too low',
    truth: ['supply-too-low', 'saturation', 'sensor-stops'],
    needs: 'loop',
    lay: (w, _, r) => {
      const at = between(r, 30, 72)
      return { ...w, output: (x) => Math.min(at, x) }
    },
  },
  {
    name: 'failure signal',
    truth: ['failure-signal'],
    only: ['digital'],
    lay: (w, _, r) => {
      const at = r.uniform() < 0.5 ? -2.7 : 110
      return { ...w, output: () => at }
    },
  },
  {
    name: 'analogue resting low',
    truth: ['plugged-line', 'equalised-or-leaking', 'sides-swapped', 'saturation', 'supply-too-low', 'sensor-stops'],
    only: ['analogue'],
    lay: (w) => ({ ...w, output: () => -6 }),
  },
  {
    name: 'meter on volts',
    truth: ['meter-on-volts'],
    needs: 'loop',
    lay: (w) => ({ ...w, output: (x) => (0.25 * (4 + 0.16 * x) - 4) / 0.16 }),
  },
  { name: 'reverse', truth: ['reverse-action'], only: ['digital'], lay: (w) => ({ ...w, stage: (x) => 100 - x }) },
  {
    name: 'read too early',
    truth: ['read-too-early'],
    needs: 'up-down',
    lay: (w, s) => ({ ...w, cell: (x, p) => w.cell(x, p) - (0.7 * s * p.step) / 25 }),
  },
  {
    name: 'written crosswise',
    truth: ['read-crosswise'],
    needs: 'up-down',
    lay: (w, _, r) => {
      const at = 1 + Math.floor(3 * r.uniform())
      const crossed = (readings: DiagnosisReading[]) =>
        readings.map((reading, index) => ({
          ...reading,
          outputPercent:
            readings[index === at ? at + 1 : index === at + 1 ? at : index]?.outputPercent ?? reading.outputPercent,
        }))
      return { ...w, tamper: crossed }
    },
  },
  {
    name: 'catching at a place',
    truth: ['catches-at-a-place'],
    only: ['pneumatic'],
    needs: 'up-down',
    lay: (w, s, r) => {
      const at = [25, 50, 75][Math.floor(3 * r.uniform())]
      return {
        ...w,
        cell: (x, p) => w.cell(x, p) + (p.target === at ? (p.direction === 'rising' ? -s : s) : 0),
      }
    },
  },
  {
    name: 'stopped following',
    truth: ['stopped-following'],
    needs: 'up-down',
    lay: (w, _, r) => {
      const from = between(r, 0.2, 0.6)
      let held: number | null = null
      return {
        ...w,
        cell: (x, p) => {
          if (p.t < from) return w.cell(x, p)
          held ??= w.cell(x, p)
          return held
        },
      }
    },
  },
  {
    name: 'warming up',
    truth: ['zero-drift'],
    needs: 'up-down',
    lay: (w, s, r) => {
      const by = sign(r) * s
      return { ...w, cell: (x, p) => w.cell(x, p) + by * (1 - Math.exp(-3 * p.t)) }
    },
  },
  {
    name: 'jumping (no cause of the list)',
    truth: [],
    isOpen: true,
    lay: (w, s, r) => ({ ...w, cell: (x, p) => w.cell(x, p) + 1.5 * s * r.normal() }),
  },
]

/** Whether a kind can be met in a setting. */
export function isMet({ only, needs }: Kind, { kind, reads, points }: Setting): boolean {
  if (only && !only.includes(kind)) return false
  if (needs === 'pv') return reads === 'pv-ao-output'
  if (needs === 'loop') return kind !== 'pneumatic'
  return needs !== 'up-down' || points.some(([, direction]) => direction === 'falling')
}

/** A reading that is asked for: where, from which side, and with what of the stages. */
type Asked = { readonly percent: number; readonly direction: 'rising' | 'falling'; readonly isWaitedFor: boolean }

/** A simulated instrument of a kind that can be read again and again, and what the diagnosis is told of it. */
function simulated(kind: Kind, setting: Setting, seed: number) {
  const stream = randomStream(seed)
  const isLoop = setting.kind !== 'pneumatic'
  const plain: World = {
    reaches: same,
    cell: (x) => x,
    stage: same,
    output: same,
    shows: same,
    stops: isLoop ? [-1.25, 103.125] : [-15, 115],
  }
  const size = setting.limit * between(stream, 2, 5)
  // Healthy instruments are sized by the limit itself: three thirds of it.
  const world = kind.lay(plain, kind.isHealthy ? 3 * setting.limit : size, stream)
  const half = setting.noise / Math.SQRT2
  const stop = (x: number) => Math.min(world.stops[1], Math.max(world.stops[0], x))
  let [taken, before] = [0, Number.NaN]
  const read = ({ percent, direction, isWaitedFor }: Asked, hasStages: boolean): DiagnosisReading => {
    const truePressure = percent + 0.2 * stream.normal()
    const step = isWaitedFor || Number.isNaN(before) ? 0 : truePressure - before
    const place = { direction, step, target: percent, t: taken / (setting.points.length - 1), first: taken === 0 }
    before = truePressure
    taken += 1
    const cell = world.cell(world.reaches(truePressure), place) + half * stream.normal()
    const pv = Math.min(200, Math.max(-100, cell))
    const ao = stop(world.stage(pv))
    const shown = Math.max(-25, world.output(ao)) + half * stream.normal()
    return {
      targetPercent: percent,
      direction,
      appliedPercent: world.shows(truePressure),
      pvPercent: hasStages ? pv : null,
      aoPercent: hasStages ? ao : null,
      outputPercent: shown,
      terminalVolts: null,
      isWaitedFor,
    }
  }
  const check = (hasStages: boolean) => {
    const readings = setting.points.map(([percent, direction]) =>
      read({ percent, direction, isWaitedFor: false }, hasStages),
    )
    return world.tamper ? world.tamper(readings) : readings
  }
  const context: DiagnosisContext = {
    transfer: { kind: 'linear' },
    unit: 'kPa',
    zeroPressurePercent: 0,
    noisePercent: setting.noise,
    limitPercent: setting.limit,
    isCurrentLoop: isLoop,
    hasFailureLevels: setting.kind === 'digital',
    sensorLimits: { low: -100, high: 200 },
    wetLegPercent: null,
    minimumTerminalVolts: null,
  }
  return { read, check, context }
}

/** One simulated check of a kind, and what the diagnosis says of it. */
export function populationTrial(kind: Kind, setting: Setting, seed: number): Diagnosis {
  const { check, context } = simulated(kind, setting, seed)
  return diagnose(check(setting.reads === 'pv-ao-output'), context)
}

/**
 * The same, and as long as it is open and a reading is advised that can be taken here, that reading too, as a technician
 * would: a point once more, or the whole set with what the communicator shows.
 */
export function followedUp(kind: Kind, setting: Setting, seed: number, most: number): Diagnosis {
  const { read, check, context } = simulated(kind, setting, seed)
  let hasStages = setting.reads === 'pv-ao-output'
  let readings = check(hasStages)
  let diagnosis = diagnose(readings, context)
  for (let more = 0; more < most; more++) {
    const { next } = diagnosis
    if (!next || next.channel === null || next.channel === 'volts') break
    if (next.channel === 'output' || hasStages) {
      const { appliedPercent, direction, isHeld } = next
      if (appliedPercent === null || direction === null) break
      readings = [...readings, read({ percent: appliedPercent, direction, isWaitedFor: isHeld }, hasStages)]
    } else {
      hasStages = true
      readings = check(hasStages)
    }
    diagnosis = diagnose(readings, context)
  }
  return diagnosis
}

/** How a diagnosis stands to the truth. `open`: it does not claim to know, or names the truth among what it cannot tell. */
export type Grade = 'right' | 'open' | 'wrong'

export function gradeOf(kind: Kind, { answer, group, ranked }: Diagnosis): Grade {
  const [leader] = ranked
  if (!leader) return 'wrong'
  if (kind.isHealthy) return answer === 'none' || answer === 'inside' ? 'right' : answer === 'found' ? 'wrong' : 'open'
  const isNamed = group.some((cause) => kind.truth.includes(cause))
  const isReference =
    kind.truth.includes('reference') && leader.lookalikes.some(({ name }) => name.includes('reference'))
  if (answer === 'inside') return 'open'
  if (answer === 'undecided' || answer === 'unexplained') return 'open'
  if (isReference) return 'open'
  return answer === 'found' && isNamed ? 'right' : 'wrong'
}
