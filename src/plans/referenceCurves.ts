import { outputReader } from '@/core/conformity/referenceReader'
import { limitInput } from '@/core/error/errorLimit'
import { limitAt } from '@/core/reference/referenceParts'
import { referenceUncertainty } from '@/core/reference/referenceUncertainty'
import { isTransmitted, outputScale } from '@/core/signal/signal'
import { inputAtPercent } from '@/core/transfer/linearTransfer'
import { convertPressure, pressureUnitLabel, pressureUnitOf } from '@/core/units/pressureUnit'
import type { Configuration } from '../schema/configuration'
import type { WorkingReference } from '../schema/world'

/** U and accuracy of a reference at one place of its range, in its own unit. */
export type UncertaintyPlace = { readonly shown: number; readonly uncertainty: number; readonly accuracy: number }

const STEPS = 48

/** U of a reference over its range on a day, beside its accuracy; no temperature is assumed outside its band. */
export function uncertaintyCurve(standard: WorkingReference, day: string): UncertaintyPlace[] {
  const { rangeLow, rangeHigh } = standard
  return Array.from({ length: STEPS + 1 }, (_, index) => {
    const shown = rangeLow + (index / STEPS) * (rangeHigh - rangeLow)
    return {
      shown,
      uncertainty: referenceUncertainty(shown, standard, { day }),
      accuracy: limitAt(shown, standard.accuracy, standard),
    }
  })
}

/** The error limit of an instrument over U of a reference, at one place of its range. */
export type RatioPlace = { readonly percent: number; readonly ratio: number }

/**
 * How many times U of a reference goes into the error limit of an instrument, over its range: as the source of its
 * pressure, or as what reads its output. Places the reference does not reach are left out.
 */
export function ratioCurve(standard: WorkingReference, configuration: Configuration, day: string): RatioPlace[] {
  const reader = readerOf(standard, configuration)
  if (!reader) return []
  return Array.from({ length: STEPS + 1 }, (_, index): RatioPlace[] => {
    const percent = (index / STEPS) * 100
    const shown = reader.shownAt(percent)
    if (shown < standard.rangeLow - reader.slack || shown > standard.rangeHigh + reader.slack) return []
    return [{ percent, ratio: reader.limitAt(percent) / referenceUncertainty(shown, standard, { day }) }]
  }).flat()
}

type Reader = {
  /** What the reference shows at a percentage of the span. */
  readonly shownAt: (percent: number) => number
  /** The error limit there, in its unit. */
  readonly limitAt: (percent: number) => number
  readonly slack: number
}

/** As the source of the pressure where it is of its kind, else as what reads the output. */
function readerOf(standard: WorkingReference, configuration: Configuration): Reader | null {
  const { unit, errorLimit, url, lrv, urv, pressureKind, signal } = configuration
  const slack = (standard.rangeHigh - standard.rangeLow) * 1e-9
  const limit = (percent: number) =>
    limitInput(inputAtPercent(percent, configuration), errorLimit, { range: configuration, url })
  if (standard.quantity === 'pressure' && standard.pressureKind === pressureKind)
    return {
      slack,
      shownAt: (percent) => convertPressure(inputAtPercent(percent, configuration), unit, standard.unit),
      limitAt: (percent) => convertPressure(limit(percent), unit, standard.unit),
    }
  if (!isTransmitted(signal)) return null
  const scale = outputScale(signal, { lrv, urv, unitLabel: pressureUnitLabel(unit) })
  if (!outputReader(standard, scale.unit)) return null
  const [own, read] = [pressureUnitOf(standard.unit), pressureUnitOf(scale.unit)]
  const inOwn = (value: number) => (own && read ? convertPressure(value, read, own) : value)
  const width = Math.abs(scale.upper - scale.lower)
  return {
    slack,
    shownAt: (percent) => inOwn(scale.lower + (percent / 100) * (scale.upper - scale.lower)),
    limitAt: (percent) => inOwn((limit(percent) / Math.abs(urv - lrv)) * width),
  }
}
