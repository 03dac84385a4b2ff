import { milliampOfPercent, percentOfMilliamp } from '../../core/signal/currentLoop'
import { convertPressure } from '../../core/units/pressureUnit'
import type { Rig, ShownError } from './rigModel'
import { paAt } from './settled'

/** What can be read at the rig at a moment; null where there is no such thing or it says nothing. */
export type RigReading = {
  /** What the reference shows, in the unit; gauge, or absolute for an absolute instrument. */
  readonly reference: number
  /** What the meter in the loop shows, mA. */
  readonly milliamp: number | null
  /** Output pressure of a pneumatic instrument, kPa, by the gauge on it. */
  readonly outputKPa: number | null
  /** By the instrument’s own word: PV in the unit, the current it believes it sends, volts at its terminals. */
  readonly pv: number | null
  readonly ao: number | null
  readonly terminalVolts: number | null
  readonly display: number | null
  /** What the panel makes of the current, in the unit of the range. */
  readonly host: number | null
}

/** Reads everything at once. */
export function readRig(rig: Rig): RigReading {
  const { facts, reading, model } = rig
  const zero = facts.piping.pressureKind === 'absolute' ? 0 : facts.airPa
  const pressure = convertPressure(paAt(rig, 'hose') - zero, 'Pa', facts.unit)
  const { lrv, urv } = model.range
  const isAlive = rig.hasSupply || !model.output
  return {
    reference: shown(pressure, facts.reference),
    milliamp: reading?.milliamp == null ? null : shown(reading.milliamp, facts.meter),
    outputKPa:
      model.kind !== 'pneumatic' || !reading
        ? null
        : shown(rig.hasSupply ? pneumaticKPa(reading.outputPercent) : 0, facts.meter),
    pv: reading?.pvPercent == null || !isAlive ? null : lrv + (reading.pvPercent / 100) * (urv - lrv),
    ao: reading?.aoPercent == null || !isAlive ? null : (rig.fixedMilliamp ?? milliampOfPercent(reading.aoPercent)),
    terminalVolts: reading?.terminalVolts ?? null,
    display: reading && isAlive ? reading.display : null,
    host:
      !facts.host || reading?.milliamp == null
        ? null
        : shown(lrv + (percentOfMilliamp(reading.milliamp) / 100) * (urv - lrv), facts.host),
  }
}

/** 20 … 100 kPa, and no further than its supply: 140 kPa. Source of the signal: IEC 60382 (from memory). */
const pneumaticKPa = (percent: number): number => Math.min(140, Math.max(0, 20 + 0.8 * percent))

const shown = (value: number, { gain, offset, step }: ShownError): number => {
  const read = value * gain + offset
  return step > 0 ? Math.round(read / step) * step : read
}
