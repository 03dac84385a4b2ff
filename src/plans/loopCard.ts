import { type HostScale, hostError, hostShouldShow } from '@/core/loop/hostCheck'
import { type LoopErrorBudget, loopErrorBudget } from '@/core/loop/loopError'
import { type LoopAtCurrent, loopAtCurrents, mostLoopOhms, wireOhms } from '@/core/loop/loopSupply'
import { type TrimSchools, trimSchools } from '@/core/loop/trimSchools'
import { senseResistorScale } from '@/core/signal/senseResistor'
import { outputAtPercent, type Signal, signalLabel } from '@/core/signal/signal'
import { isTwoWireLoop, TWO_WIRE_LOOP } from '@/core/signal/signalKind'
import type { LoopSetUp } from '../schema/loopCard'

/** Points at which a loop is looked at. */
export const LOOP_POINTS = [0, 50, 100] as const

/** Why an instrument has no loop card; null where it has one. */
export const loopObjection = (signal: Signal): string | null =>
  isTwoWireLoop(signal)
    ? null
    : `The output is ${signalLabel(signal)}, and the loop card reckons two-wire loops of ${TWO_WIRE_LOOP.label}. The host of another output is checked in its calibration, at Restore.`

/** The transmitter as its last record left it: % of span at the points of the loop; null where nobody has read there. */
export type TransmitterInLoop = {
  readonly tag: string
  readonly calibratedOn: string | null
  readonly limitPercent: number
  readonly errors: Readonly<Record<(typeof LOOP_POINTS)[number], number | null>>
  readonly scale: HostScale
}

/** The loop at one point. */
export type LoopPoint = {
  readonly percent: number
  /** Volts over the host's input resistor for an ideal current; null without a resistor. */
  readonly inputVolts: number | null
  readonly budget: LoopErrorBudget
  readonly shouldShow: number
  /** What the host shows too much, % of its scale; null where nobody has looked. */
  readonly hostErrorPercent: number | null
}

/** What a loop card comes to. */
export type LoopAnswer = {
  /** Wire, input resistor and all else in series. */
  readonly totalOhms: number
  readonly wireOhms: number
  readonly currents: readonly LoopAtCurrent[]
  readonly mostOhms: number
  readonly points: readonly LoopPoint[]
  /** Both schools at the point where the host is furthest off; null where nobody has looked, or nobody knows the transmitter. */
  readonly schools: (TrimSchools & { readonly percent: number }) | null
}

/** Everything in series, Ω: wire there and back, the host's input resistor, and what else there is. */
export const seriesOhms = (
  { wireLength, wireArea, wireCelsius, burdenOhms }: LoopSetUp['supply'],
  inputOhms: number | null,
): number => wireOhms({ lengthM: wireLength, areaMm2: wireArea, celsius: wireCelsius }) + burdenOhms + (inputOhms ?? 0)

/**
 * Works a loop out: volts at the terminals, the error of every item and of the whole, and what the host shows.
 *
 * @throws {Refusal} for a supply or a wire that cannot be
 */
export function loopCard({ supply, items, host }: LoopSetUp, transmitter: TransmitterInLoop): LoopAnswer {
  const wire = wireOhms({ lengthM: supply.wireLength, areaMm2: supply.wireArea, celsius: supply.wireCelsius })
  const totalOhms = seriesOhms(supply, host.senseOhms)
  const loop = { ...supply, wireOhms: wire, burdenOhms: totalOhms - wire }
  const currents = loopAtCurrents(loop)
  const points = LOOP_POINTS.map((percent): LoopPoint => {
    const shows = host[`shows${percent}`]
    return {
      percent,
      inputVolts:
        host.senseOhms === null ? null : outputAtPercent(percent, senseResistorScale('4-20mA', host.senseOhms)),
      budget: loopErrorBudget([
        { name: transmitter.tag, errorPercent: transmitter.errors[percent], limitPercent: transmitter.limitPercent },
        ...items.map((item) => ({
          name: item.name === '' ? item.kind : item.name,
          errorPercent: item[`error${percent}`],
          limitPercent: item.limitPercent,
        })),
      ]),
      shouldShow: hostShouldShow(percent, transmitter.scale),
      hostErrorPercent:
        shows === null
          ? null
          : hostError({ percent, hostValue: shows, sense: null }, transmitter.scale, null).errorPercent,
    }
  })
  return {
    totalOhms,
    wireOhms: wire,
    currents,
    mostOhms: mostLoopOhms(loop, currents.at(-1)?.milliamp ?? TWO_WIRE_LOOP.upper),
    points,
    schools: schoolsAt(points, transmitter, host.allowancePercent),
  }
}

function schoolsAt(
  points: readonly LoopPoint[],
  transmitter: TransmitterInLoop,
  loopAllowancePercent: number,
): LoopAnswer['schools'] {
  const worst = points.reduce<LoopPoint | null>((most, point) => {
    if (point.hostErrorPercent === null) return most
    return most === null || Math.abs(point.hostErrorPercent) > Math.abs(most.hostErrorPercent ?? 0) ? point : most
  }, null)
  if (worst === null || worst.hostErrorPercent === null || transmitter.scale.takesRoot) return null
  const known = Object.entries(transmitter.errors).find(([percent]) => Number(percent) === worst.percent)?.[1] ?? null
  if (known === null) return null
  return {
    percent: worst.percent,
    ...trimSchools({
      transmitterErrorPercent: known,
      hostErrorPercent: worst.hostErrorPercent,
      transmitterLimitPercent: transmitter.limitPercent,
      loopAllowancePercent,
    }),
  }
}
