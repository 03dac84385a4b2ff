import { type Cause, causeFacts } from './causeTable'
import type { DiagnosisReading } from './diagnosisReading'
import type { Fit } from './fitHypothesis'
import { type Channel, channelsRead, type DiagnosisData, type Hypothesis, isReadBothWays } from './hypothesis'

/** A reading worth taking next, and why. */
export type NextReading = {
  readonly says: string
  /** What is to be read; null where no reading tells. */
  readonly channel: Channel | 'volts' | null
  /** The side it is come to from; null where that does not matter. */
  readonly direction: DiagnosisReading['direction'] | null
  /** Whether it is waited for, until everything stands still: a suspect is that it was read too early. */
  readonly isHeld: boolean
  /** What each suspect says it will show, % of span; volts are told by words alone. */
  readonly predicts: readonly { readonly cause: Cause; readonly percent: number }[]
  /** Input to apply, % of span; null when it is not a matter of the input. */
  readonly appliedPercent: number | null
  /** What it is expected to tell: the chance, 0 to 1, that two suspects drawn by their odds would be told apart by it. */
  readonly tells: number
}

/** A cause that is still possible, and how probable. */
export type Suspect = { readonly fit: Fit; readonly share: number }

const PLACES = [0, 12.5, 25, 37.5, 50, 62.5, 75, 87.5, 100]
/** A reading that tells less than this is not worth the walk. Ours, no source. */
const LEAST_TOLD = 0.05

type Candidate = Pick<NextReading, 'says' | 'channel' | 'direction'> & {
  readonly appliedPercent: number | null
  readonly predicts: (fit: Fit) => number | null
}

/**
 * The reading of greatest expected information over all suspects and all channels that can be read: another point, a
 * point once more, from the other side, PV, AO, the terminal voltage. Information is taken as the chance that the reading
 * tells two suspects apart, by the overlap of what they predict (Bhattacharyya; ours).
 */
export function nextReading(suspects: readonly Suspect[], data: DiagnosisData): NextReading {
  const scored = candidatesFor(data).map((candidate) => ({ ...candidate, tells: toldBy(candidate, suspects, data) }))
  const [best] = scored.toSorted(byWhatItTells)
  if (!best || best.tells < LEAST_TOLD)
    return {
      ...{ says: unseparable(suspects), channel: null, direction: null, isHeld: false, predicts: [] },
      ...{ appliedPercent: null, tells: best?.tells ?? 0 },
    }
  const { channel, direction, appliedPercent, tells } = best
  const isHeld = direction !== null && suspects.some(({ fit }) => fit.hypothesis.cause === 'read-too-early')
  const how = isHeld ? `${best.says}, after waiting until it stands still` : best.says
  return {
    ...{ says: `${how}: ${reasonOf(best, suspects)}`, channel, direction, isHeld, appliedPercent, tells },
    predicts: channel === 'volts' ? [] : predictionsOf(best, suspects),
  }
}

/** What tells most; of what tells alike, the reading nearest the middle, which every instrument can be brought to from both sides. */
const byWhatItTells = (a: Candidate & { tells: number }, b: typeof a): number =>
  Math.abs(b.tells - a.tells) > 1e-6
    ? b.tells - a.tells
    : Math.abs((a.appliedPercent ?? 50) - 50) - Math.abs((b.appliedPercent ?? 50) - 50)

/** What each suspect says that a reading will show. */
const predictionsOf = ({ predicts }: Candidate, suspects: readonly Suspect[]): NextReading['predicts'] =>
  suspects.flatMap(({ fit }) => {
    const percent = predicts(fit)
    return percent === null ? [] : [{ cause: fit.hypothesis.cause, percent }]
  })

function toldBy({ predicts }: Candidate, suspects: readonly Suspect[], { context }: DiagnosisData): number {
  const total = suspects.reduce((sum, { share }) => sum + share, 0)
  const each = suspects.map(({ fit, share }) => ({ value: predicts(fit), share: share / total }))
  let told = 0
  for (const [i, a] of each.entries())
    for (const b of each.slice(i + 1)) {
      if (a.value === null || b.value === null) continue
      // Both the prediction and the reading scatter.
      const apart = (a.value - b.value) / (context.noisePercent * Math.SQRT2)
      told += 2 * a.share * b.share * (1 - Math.exp(-(apart ** 2) / 8))
    }
  return told
}

function candidatesFor(data: DiagnosisData): Candidate[] {
  const { readings, context } = data
  const read = channelsRead(readings)
  const isBothWays = isReadBothWays(readings)
  const taken = (percent: number, direction: DiagnosisReading['direction']) =>
    readings.some((each) => each.targetPercent === percent && each.direction === direction)
  const places = [...new Set([...readings.map(({ targetPercent }) => targetPercent), ...PLACES])].filter(
    (percent) => percent >= 0 && percent <= 100,
  )
  const points = places.flatMap((percent) =>
    (isBothWays || readings.every(({ direction }) => direction === 'rising')
      ? (['rising', 'falling'] as const)
      : (['falling', 'rising'] as const)
    ).map(
      (direction): Candidate => ({
        says: taken(percent, direction)
          ? `read ${percent} % ${direction} once more`
          : `read the output at ${percent} % of span, ${direction}`,
        channel: read.output ? 'output' : 'pv',
        direction,
        appliedPercent: percent,
        predicts: (fit) => predicted(fit, { percent, direction }, data)[read.output ? 'output' : 'pv'],
      }),
    ),
  )
  const top = Math.max(...readings.map(({ targetPercent }) => targetPercent))
  const channel = (which: Channel, words: string): Candidate => ({
    says: words,
    channel: which,
    direction: null,
    appliedPercent: top,
    predicts: (fit) => predicted(fit, { percent: top, direction: 'rising' }, data)[which],
  })
  const isDigital = context.hasFailureLevels
  const hasVolts = readings.some(({ terminalVolts }) => terminalVolts !== null)
  return [
    ...points,
    ...(isDigital && !read.pv ? [channel('pv', 'read PV with the digital communicator at the same points')] : []),
    ...(isDigital && !read.ao ? [channel('ao', 'read AO with the digital communicator at the same points')] : []),
    ...(context.isCurrentLoop && !hasVolts
      ? [
          {
            says: 'read the voltage at the terminals at the highest current',
            channel: 'volts' as const,
            direction: null,
            appliedPercent: top,
            // At the minimum or well above it: far more than a voltmeter's scatter apart.
            predicts: ({ hypothesis }: Fit) =>
              hypothesis.volts === undefined ? null : hypothesis.volts === 'enough' ? 100 * context.noisePercent : 0,
          },
        ]
      : []),
  ]
}

/** What a suspect says of every channel at a point, its stops included. */
function predicted(
  { hypothesis, parameters }: Fit,
  { percent, direction }: { percent: number; direction: DiagnosisReading['direction'] },
  { readings, curve, stops }: DiagnosisData,
): Record<Channel, number> {
  const minutes = readings.at(-1)?.minutes
  const reading: DiagnosisReading = {
    targetPercent: percent,
    direction,
    appliedPercent: percent,
    pvPercent: null,
    aoPercent: null,
    outputPercent: null,
    terminalVolts: null,
    minutes,
  }
  const pv = hypothesis.sensor?.(percent, parameters, { reading, index: readings.length }) ?? percent
  const wanted = transmitted(hypothesis, parameters, pv) ?? curve.forward(pv)
  const ao = Math.min(stops.high, Math.max(stops.low, wanted))
  return { pv, ao, output: hypothesis.drive?.(ao, parameters) ?? ao }
}

const transmitted = (hypothesis: Hypothesis, p: readonly number[], pv: number) => hypothesis.transmit?.(pv, p)

/** The two suspects it tells apart best for their odds. */
function reasonOf({ predicts }: Candidate, suspects: readonly Suspect[]): string {
  const pairs = suspects.flatMap((a, index) =>
    suspects.slice(index + 1).map((b) => ({
      a,
      b,
      apart: Math.abs((predicts(a.fit) ?? 0) - (predicts(b.fit) ?? 0)),
      odds: a.share * b.share,
    })),
  )
  const [best] = pairs
    .filter(({ apart }) => apart > 0)
    .toSorted((x, y) => y.odds * Math.min(1, y.apart) - x.odds * Math.min(1, x.apart))
  if (!best) return 'it tells the suspects apart'
  const name = ({ fit }: Suspect) => `“${causeFacts(fit.hypothesis.cause).name}”`
  return `it tells ${name(best.a)} from ${name(best.b)}`
}

const unseparable = (suspects: readonly Suspect[]): string =>
  suspects.some(({ fit }) => causeFacts(fit.hypothesis.cause).lookalikes)
    ? 'no reading of this kind separates these; look at what looks the same'
    : 'no reading at hand separates these causes'
