import type { DiagnosisReading } from './diagnosisReading'
import type { Fit } from './fitHypothesis'
import { channelsRead, type DiagnosisData, type Hypothesis } from './hypothesis'

/** A reading worth taking next, and why. */
export type NextReading = {
  readonly says: string
  /** Input to apply, % of span; null when it is not a matter of the input. */
  readonly appliedPercent: number | null
  /** How far apart the two leading causes would then be, in standard deviations of a reading. */
  readonly separation: number
}

const PLACES = [0, 12.5, 25, 37.5, 50, 62.5, 75, 87.5, 100]
/** Causes further apart than this, in standard deviations, can be told by one reading. */
const ENOUGH = 4

/** A doubted reading again, or the reading at which the two leading causes predict the most different values; or what else to read where none does. */
export function nextReading(leading: readonly [Fit, Fit, ...Fit[]], data: DiagnosisData): NextReading {
  const [first, second] = leading
  const doubted = leading.map(({ hypothesis }) => hypothesis.leavesOut).find((leftOut) => leftOut !== undefined)
  const doubtedReading = doubted && data.readings[doubted.index]
  if (doubtedReading) return repeatOf(doubtedReading)
  const candidates = PLACES.flatMap((appliedPercent) =>
    (['rising', 'falling'] as const).map((direction) => {
      const at = { appliedPercent, direction, targetPercent: appliedPercent }
      return {
        ...at,
        separation: Math.abs(predicted(first, at, data) - predicted(second, at, data)) / data.context.noisePercent,
      }
    }),
  )
  const best = candidates.reduce((a, b) => (b.separation > a.separation ? b : a))
  if (best.separation >= ENOUGH)
    return {
      says: `read the output at ${best.appliedPercent} % of span, ${best.direction}: there the two differ most`,
      appliedPercent: best.appliedPercent,
      separation: best.separation,
    }
  return { says: missingReading(data), appliedPercent: null, separation: best.separation }
}

function repeatOf({ targetPercent, direction }: DiagnosisReading): NextReading {
  return {
    says: `take the reading at ${targetPercent} % ${direction} again: a slip will not come back`,
    appliedPercent: targetPercent,
    separation: Number.MAX_SAFE_INTEGER,
  }
}

function predicted(
  { hypothesis, parameters }: Fit,
  at: Pick<DiagnosisReading, 'appliedPercent' | 'direction' | 'targetPercent'>,
  data: DiagnosisData,
): number {
  const reading: DiagnosisReading = {
    ...at,
    pvPercent: null,
    aoPercent: null,
    outputPercent: null,
    terminalVolts: null,
  }
  const pv =
    hypothesis.sensor?.(at.appliedPercent, parameters, { reading, index: data.readings.length }) ?? at.appliedPercent
  const ao = transmitted(hypothesis, parameters, pv, data)
  return hypothesis.drive?.(ao, parameters) ?? ao
}

const transmitted = (hypothesis: Hypothesis, p: readonly number[], pv: number, { curve }: DiagnosisData) =>
  hypothesis.transmit?.(pv, p) ?? curve.forward(pv)

/** No input separates them: something else has to be read. */
function missingReading({ readings, context }: DiagnosisData): string {
  const read = channelsRead(readings)
  if (context.isCurrentLoop && !read.pv)
    return 'read PV and AO with the digital communicator at the same points, if it has them'
  if (context.isCurrentLoop && !readings.some(({ terminalVolts }) => terminalVolts !== null))
    return 'read the voltage at the terminals at the highest current'
  if (new Set(readings.map(({ direction }) => direction)).size < 2) return 'read the points again going down'
  return 'no reading at hand separates these causes'
}
