import { judgePoint } from '@/core/analysis/judgedPoint'
import type { ErrorLimit } from '@/core/error/errorLimit'
import { outputScale, type Signal } from '@/core/signal/signal'
import { percentOfInput } from '@/core/transfer/linearTransfer'
import { type PressureUnit, pressureUnitLabel } from '@/core/units/pressureUnit'
import type { CorridorData } from '@/pictures/charts/corridorData'

type Reading = {
  readonly target: number
  readonly direction: 'rising' | 'falling'
  readonly applied: number
  readonly output: number | null
}

/** Inputs of the calculations that work on readings of one instrument. */
export type ReadingsInput = {
  readonly range: { readonly lrv: number; readonly urv: number; readonly unit: PressureUnit }
  readonly signal: Signal
  readonly transfer?: { readonly kind: string }
  readonly limitPercent?: number | null
  readonly limit?: ErrorLimit
  readonly adjustLimit?: ErrorLimit | null
  readonly upperRangeLimit?: number
  readonly readings?: readonly Reading[]
  readonly applied?: number
  readonly output?: number
}

/** The corridor of a set of readings. None where the transfer is not linear: its error is not one of a straight line. */
export function readingsCorridor(input: ReadingsInput): CorridorData | null {
  if (input.transfer && input.transfer.kind !== 'linear') return null
  const { range, signal } = input
  const errorLimit = input.limit ?? limitOf(input.limitPercent)
  if (!errorLimit) return null
  const basis = {
    range,
    url: input.upperRangeLimit ?? Math.max(Math.abs(range.lrv), Math.abs(range.urv)),
    scale: outputScale(signal, { lrv: range.lrv, urv: range.urv, unitLabel: pressureUnitLabel(range.unit) }),
    errorLimit,
    adjustLimit: input.adjustLimit ?? null,
  }
  const points = readingsOf(input).flatMap(({ target, direction, applied, output }) =>
    output === null ? [] : [judgePoint({ targetPercent: target, direction, applied, output }, basis)],
  )
  return {
    basis,
    unitLabel: pressureUnitLabel(range.unit),
    testPoints: [...new Set(points.map(({ targetPercent }) => targetPercent))],
    series: [{ label: 'Readings', style: 'as-found', points }],
  }
}

function readingsOf({ readings, applied, output, range }: ReadingsInput): readonly Reading[] {
  if (readings) return readings
  if (applied === undefined || output === undefined) return []
  return [{ target: percentOfInput(applied, range), direction: 'rising', applied, output }]
}

const limitOf = (percent: number | null | undefined): ErrorLimit | null =>
  percent ? { combine: 'larger', terms: [{ kind: 'percentSpan', value: percent }] } : null
