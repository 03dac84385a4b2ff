import { CURRENT_SPAN_MA, percentOfMilliamp } from '../../core/signal/currentLoop'
import { celsiusOf } from '../../core/units/celsius'
import type { RigFault } from '../rig/rigFaults'
import type { Rig } from '../rig/rigModel'
import { UNIT_RATIOS } from '../simulate/faults'
import type { Observation } from './course'
import type { Look } from './looks'

/** What is known of an instrument and of what it is checked with before anything is read. */
export type PracticeFacts = {
  readonly lrv: number
  readonly urv: number
  readonly isDigital: boolean
  readonly hasLoop: boolean
  readonly hasLeg: boolean
  readonly hasEqualiser: boolean
  /** As they are when nothing is wrong. */
  readonly supplyVolts: number
  readonly celsius: number
  readonly paPerSecond: number
  readonly strokeM3: number
}

/** What is to be done next, and why; or what is wrong. */
export type Advice =
  /** Looks closer; with the pressure brought up first where `at` says so, % of the range. */
  | { readonly advise: 'look'; readonly look: Look; readonly at: number | null; readonly why: string }
  /** Bring up a pressure, % of the range, and note what everything shows. */
  | { readonly advise: 'point'; readonly percent: number; readonly why: string }
  | { readonly advise: 'name'; readonly cause: RigFault; readonly why: string }
  | { readonly advise: 'nothing'; readonly why: string }

/** Thresholds, % of span unless said otherwise. Ours, no source: above the noise of a good rig, below what fails a limit. */
const OFF = 0.1
const ZERO_ONLY = 0.06
const TREMBLES = 0.04
const FELL_SHARE = 0.0006
const COARSE = 0.2
const WARM_K = 5
const POINTS = [
  [0, 'rising'],
  [25, 'rising'],
  [50, 'rising'],
  [75, 'rising'],
  [100, 'rising'],
  [75, 'falling'],
  [50, 'falling'],
  [25, 'falling'],
] as const
const ENOUGH_READINGS = 12

/** What of a rig is known from its nameplate and from the workshop. */
export function practiceFacts({ facts, model }: Rig): PracticeFacts {
  return {
    ...model.range,
    isDigital: model.digital !== null,
    hasLoop: model.output !== null,
    hasLeg: facts.legPa !== 0,
    hasEqualiser: facts.piping.pressureKind === 'differential' && facts.piping.hookUp !== 'bench',
    supplyVolts: model.output?.supplyVolts ?? 0,
    celsius: celsiusOf(facts.kelvin),
    paPerSecond: facts.slewPaPerS,
    strokeM3: facts.pump.strokeM3,
  }
}

/**
 * What would tell most next, by what was seen so far; what is wrong once it is told. Cheap looks that decide by themselves
 * come first, then the round of readings, then what tells an instrument from what it is checked with.
 */
export function practiceAdvice(observations: readonly Observation[], facts: PracticeFacts): Advice {
  const told = (look: Look) => {
    const found = observations.findLast((each) => each.kind === 'look' && each.look === look)
    return found?.kind === 'look' ? found.told : null
  }
  const points = pointsOf(observations, facts)
  return (
    bySettings(told('settings'), facts) ??
    byLoop(told('loop'), facts) ??
    byLeg(told('leg'), facts) ??
    nextPoint(points) ??
    byReferences({ told, points, facts }) ??
    byHolding(told('hold'), told('fittings'), facts) ??
    byStillness(told('still')) ??
    byStages(points, told('body'), facts) ??
    byWays(told('speed'), told('stroke'), facts) ?? { advise: 'nothing', why: 'everything agrees' }
  )
}

type ToldOf = Extract<Observation, { kind: 'look' }>['told']
const look = (of: Look, why: string, at: number | null = null): Advice => ({ advise: 'look', look: of, at, why })
const name = (cause: RigFault, why: string): Advice => ({ advise: 'name', cause, why })
const number = (told: ToldOf, key: string): number | null => {
  const value = told[key]
  return typeof value === 'number' ? value : null
}

function bySettings(told: ToldOf | null, { isDigital, lrv, urv }: PracticeFacts): Advice | undefined {
  if (!isDigital) return undefined
  if (!told) return look('settings', 'what it is set to costs one look')
  const [set, top, damping, held] = ['lrv', 'urv', 'dampingSeconds', 'heldMilliamp'].map((key) => number(told, key))
  if (set === null || top === null) return undefined // it does not answer: the loop is next
  const span = Math.abs(urv - lrv)
  const [low, high] = [((set ?? 0) - lrv) / span, ((top ?? 0) - urv) / span]
  if (held !== null) return name('current-held', `the current is held at ${held} mA`)
  if (Math.abs(low - 1) < 0.01 && Math.abs(high + 1) < 0.01) return name('reverse-action', 'its ends are exchanged')
  if (Math.abs(low) > 0.002 && Math.abs(low - high) < 0.001)
    return name('lrv-shifted', 'both ends lie elsewhere by the same')
  if (Math.abs(low) > 0.002 || Math.abs(high) > 0.002)
    return name('range-differs', 'its ends are not those of the register')
  if ((damping ?? 0) > 2) return name('damping-high', `its damping is ${damping} s`)
  if (told.isProtected === 'on') return name('write-protected', 'it takes nothing that is written')
  return undefined
}

function byLoop(told: ToldOf | null, { hasLoop, supplyVolts: meant }: PracticeFacts): Advice | undefined {
  if (!hasLoop) return undefined
  if (!told) return look('loop', 'volts and ohms of the loop cost one look')
  const volts = number(told, 'supplyVolts') ?? 0
  if (volts < 1) return name('supply-off', 'there are no volts')
  if ((number(told, 'loopOhm') ?? 0) > 600)
    return name('loop-resistance', 'the loop has more ohms than its supply can drive')
  return volts < meant - 4 ? name('supply-low', 'the supply gives less than it should') : undefined
}

function byLeg(told: ToldOf | null, { hasLeg }: PracticeFacts): Advice | undefined {
  if (!hasLeg) return undefined
  if (!told) return look('leg', 'a lost leg looks like a shifted zero')
  return told.leg === 'empty' ? name('leg-lost', 'the leg is empty') : undefined
}

/** Readings as % of range and of output span, in the order of the points of a round. */
type Point = {
  readonly at: number
  readonly direction: 'rising' | 'falling'
  readonly applied: number
  readonly pv: number | null
  readonly ao: number | null
  /** Output as it is read at the end: meter, or gauge on a pneumatic one. */
  readonly output: number | null
}

function pointsOf(observations: readonly Observation[], { lrv, urv }: PracticeFacts): readonly Point[] {
  const ofRange = (value: number) => ((value - lrv) / (urv - lrv)) * 100
  const ofLoop = (milliamp: number | null) => (milliamp === null ? null : percentOfMilliamp(milliamp))
  return observations.flatMap((each) => {
    if (each.kind !== 'reading') return []
    const { reference, pv, ao, milliamp, outputKPa } = each.reading
    // A filled leg presses from the other side.
    const applied = ofRange(reference - each.leg)
    return [
      {
        ...{ at: Math.round(applied / 25) * 25, direction: each.direction, applied },
        pv: pv === null ? null : ofRange(pv),
        ao: ofLoop(ao),
        output: outputKPa === null ? ofLoop(milliamp) : (outputKPa - 20) / 0.8,
      },
    ]
  })
}

/** The next point of a round up and down that has not been read. So many readings are enough, wherever they lie. */
function nextPoint(points: readonly Point[]): Advice | undefined {
  if (points.length >= ENOUGH_READINGS) return undefined
  const next = POINTS.find(
    ([at, direction]) =>
      !points.some((each) => each.at === at && (at === 0 || at === 100 || each.direction === direction)),
  )
  if (!next) return undefined
  return {
    advise: 'point',
    percent: next[0],
    why: points.length === 0 ? 'begin at the lower end' : 'a round tells shape and stages',
  }
}

function byHolding(hold: ToldOf | null, fittings: ToldOf | null, { lrv, urv }: PracticeFacts): Advice | undefined {
  if (!hold) return look('hold', 'what does not hold cannot be read', 100)
  const fell = Math.abs(number(hold, 'fell') ?? 0)
  if (fell < FELL_SHARE * Math.abs(urv - lrv)) return undefined
  if (!fittings) return look('fittings', 'it does not hold: where does it go?', 100)
  if (fittings.bubbles === 'hose') return name('hose-leak', 'the hose bubbles')
  return fittings.bubbles === 'cell' ? name('cell-leak', 'a plug at the cell bubbles') : undefined
}

function byStillness(still: ToldOf | null): Advice | undefined {
  if (!still) return look('still', 'digits that tremble hide a small error', 50)
  return (number(still, 'deviationPercent') ?? 0) > TREMBLES
    ? name('noisy', 'its output never stands still')
    : undefined
}

type Told = (look: Look) => ToldOf | null
type Checked = { readonly told: Told; readonly points: readonly Point[]; readonly facts: PracticeFacts }

/** Is it the instrument, or what it is checked with? Only another one tells. */
function byReferences({ told, points, facts }: Checked): Advice | undefined {
  const span = Math.abs(facts.urv - facts.lrv)
  const other = told('other-reference')
  if (!other) return look('other-reference', 'an error of the reference looks like one of the instrument', 100)
  if (((number(other, 'step') ?? 0) / span) * 100 > COARSE) return name('reference-coarse', 'it shows too few digits')
  const off = (((number(other, 'own') ?? 0) - (number(other, 'other') ?? 0)) / span) * 100
  if (Math.abs(off) > OFF)
    return isOfZero(points, off)
      ? name('reference-zero', 'another reference shows the same less everywhere')
      : name('reference-gain', 'another reference shows less, the more the higher')
  if (!facts.hasLoop) return undefined
  const meter = told('other-meter')
  if (!meter) return look('other-meter', 'an error of the meter looks like one of the output stage', 100)
  const [own, true_] = [number(meter, 'own'), number(meter, 'other')]
  if (own === null || true_ === null) return undefined
  const share = ((own - true_) / CURRENT_SPAN_MA) * 100
  if (Math.abs(share) <= OFF) return undefined
  // Both are read at the lower end too: a zero is off there by as much, a gain by a fifth of it.
  return meterIsOffAtLower(points, share)
    ? name('meter-zero', 'another meter shows the same less at both ends')
    : name('meter-gain', 'another meter shows less, the more the higher')
}

/** Whether an error of the reference seen at the upper end stands at the lower one too: by what PV is off there. */
const isOfZero = (points: readonly Point[], off: number): boolean => {
  const lower = points.find(({ at }) => at === 0)
  const seen = lower ? lower.applied - (lower.pv ?? lower.output ?? lower.applied) : 0
  return Math.abs(seen) > Math.abs(off) / 2
}
const meterIsOffAtLower = (points: readonly Point[], share: number): boolean => {
  const lower = points.find(({ at }) => at === 0)
  const seen = lower && lower.output !== null ? lower.output - (lower.ao ?? lower.applied) : 0
  return Math.abs(seen) > Math.abs(share) / 2
}

/** Beyond this a current is held by its limits, and says nothing of the line; % of span. NE 43 holds it at 3.8 and 20.5 mA (from memory); what is read of that scatters. */
const isHeld = (percent: number): boolean => percent <= -1.1 || percent >= 103

/** Which stage is off, and by which shape. */
function byStages(all: readonly Point[], body: ToldOf | null, facts: PracticeFacts): Advice | undefined {
  const ends = all.map(({ output: read }) => read ?? 0)
  if (facts.hasLoop && (Math.max(...ends) < 0 || Math.min(...ends) > 105))
    return name('failure-signal', 'its current stays where a failure is signalled')
  // Without PV a current at its limits tells nothing of the sensor; at its limits AO tells nothing of the output.
  const points = all.filter(({ pv, output: read }) => pv !== null || read === null || !facts.hasLoop || !isHeld(read))
  const sensor = points.map((each) => errorOf(each, each.pv ?? each.output))
  const output = points.map(({ ao, output: read }) => (ao === null || read === null ? 0 : read - ao))
  const isOutputOff = Math.max(...output.map(Math.abs)) > OFF
  const isSensorOff = Math.max(...sensor.map(Math.abs)) > OFF
  const inRange = points.filter(({ pv }) => pv !== null && pv < 101)
  if (
    stopsShort(
      inRange.map(({ ao }) => ao),
      inRange.map(({ pv }) => pv),
    )
  )
    return name('saturated', 'the current stops where PV goes on')
  if (
    isOutputOff &&
    stopsShort(
      points.map(({ output: read }) => read),
      points.map(({ ao }) => ao),
    )
  )
    return name('saturated', 'the current stops where AO goes on')
  if (isSensorOff && isOutputOff) return name('both-stages', 'PV is off, and the meter is off from AO')
  if (isOutputOff) return name('output-stage', 'PV is right, and the meter is off from AO')
  if (!isSensorOff) return undefined
  return byShape(points, { sensor, body, facts })
}

type Shaped = { readonly sensor: readonly number[]; readonly body: ToldOf | null; readonly facts: PracticeFacts }

function byShape(points: readonly Point[], { sensor, body, facts }: Shaped): Advice {
  const shown = points.map(({ pv, output }) => pv ?? output ?? 0)
  const reach = Math.max(...shown) - Math.min(...shown)
  const gain = slopeOf(points, shown)
  const isUnit = UNIT_RATIOS.some((ratio) => Math.abs(gain / ratio - 1) < 0.02)
  if (isUnit) return name('wrong-unit', 'it is off by the ratio of two units')
  if (reach < 60 && gain < 0.6) {
    if (facts.hasEqualiser && Math.abs(shown[0] ?? 0) < 3)
      return name('cell-equalised', 'both sides see nearly the same')
    if (reach < 2) return name('plugged', 'it shows the same whatever is applied')
  }
  if (
    stopsShort(
      shown,
      points.map(({ applied }) => applied),
    )
  )
    return name('sensor-short', 'above some pressure it shows no more')
  const below = points.flatMap(({ at }, index) => (at === 75 ? [sensor[index] ?? 0] : []))
  if (meanAt(points, sensor, 100) < -4 && below.every((error) => Math.abs(error) < 1))
    return name('sensor-short', 'above some pressure it shows no more')
  const ways = [25, 50, 75].map((at) => upLessDown(points, sensor, at))
  if (Math.max(...ways.map(Math.abs)) > OFF) return name('hysteresis', 'up differs from down')
  // An end that was held by its limits is where the line through the points beside it would be.
  const endAt = (end: number, beside: number) =>
    points.some(({ at }) => at === end)
      ? meanAt(points, sensor, end)
      : 2 * meanAt(points, sensor, beside) - meanAt(points, sensor, 50)
  const [low, middle, high] = [endAt(0, 25), meanAt(points, sensor, 50), endAt(100, 75)]
  if (Math.abs(middle - (low + high) / 2) > OFF) return name('bow', 'both ends agree, and the middle does not')
  const isZero = Math.abs(low) > ZERO_ONLY
  const isSpan = Math.abs(high - low) > ZERO_ONLY
  if (isZero && isSpan) return name('zero-and-span', 'off at both ends, by different amounts')
  if (isSpan) return name('span-error', 'right at the lower end, off at the upper')
  if (!body) return look('body', 'a zero goes with the temperature too')
  return Math.abs((number(body, 'celsius') ?? facts.celsius) - facts.celsius) > WARM_K
    ? name('warm-zero', 'it is warmer than it was when it was right')
    : name('zero-shift', 'off by the same everywhere')
}

/** Nothing is wrong with what is read: is it the way there? */
function byWays(speed: ToldOf | null, stroke: ToldOf | null, facts: PracticeFacts): Advice | undefined {
  if (!speed) return look('speed', 'a slow source makes a slow morning')
  if ((number(speed, 'paPerSecond') ?? facts.paPerSecond) < facts.paPerSecond / 2)
    return name('source-slow', 'it moves more slowly than it should')
  if (!stroke) return look('stroke', 'a worn pump takes many strokes')
  return (number(stroke, 'strokeM3') ?? facts.strokeM3) < facts.strokeM3 * 0.75
    ? name('pump-worn', 'a stroke gives less than it should')
    : undefined
}

const errorOf = ({ applied }: Point, shown: number | null): number => (shown === null ? 0 : shown - applied)

/** Whether the upper points show one and the same where what drives them goes on. */
function stopsShort(shown: readonly (number | null)[], driver: readonly (number | null)[]): boolean {
  const pairs = shown.flatMap((value, index) => {
    const by = driver[index]
    return value === null || by == null ? [] : [{ value, by }]
  })
  const top = pairs.toSorted((a, b) => b.by - a.by).slice(0, 3)
  const [first, , third] = top
  if (!first || !third) return false
  const isFlat = Math.abs(first.value - third.value) < 1 && first.by - third.by > 15
  return isFlat && first.by - first.value > 4
}

function slopeOf(points: readonly Point[], shown: readonly number[]): number {
  const low = points.findIndex(({ at }) => at === 0)
  const high = points.findIndex(({ at }) => at === 25)
  const [a, b] = [points[low], points[high]]
  if (!a || !b || a.applied === b.applied) return 1
  return ((shown[high] ?? 0) - (shown[low] ?? 0)) / (b.applied - a.applied)
}

function upLessDown(points: readonly Point[], errors: readonly number[], at: number): number {
  const of = (direction: Point['direction']) =>
    errors[points.findIndex((each) => each.at === at && each.direction === direction)]
  const [up, down] = [of('rising'), of('falling')]
  return up === undefined || down === undefined ? 0 : up - down
}

function meanAt(points: readonly Point[], errors: readonly number[], at: number): number {
  const found = points.flatMap((each, index) => (each.at === at ? [errors[index] ?? 0] : []))
  return found.length === 0 ? 0 : found.reduce((sum, value) => sum + value, 0) / found.length
}
