import { Refusal } from '../refusal'

/** Resistivity of annealed copper at 20 °C, Ω·mm²/m, and its temperature coefficient, 1/K. Source: IEC 60028 (from memory). */
const COPPER_OHM_MM2_PER_M = 1 / 58
const COPPER_PER_K = 0.00393

/** A pair of wires. */
export type LoopWire = { readonly lengthM: number; readonly areaMm2: number; readonly celsius: number }

/**
 * Resistance of a pair of copper wires, there and back, Ω.
 *
 * @throws {Refusal} for a wire without a cross-section
 */
export function wireOhms({ lengthM, areaMm2, celsius }: LoopWire): number {
  if (!(areaMm2 > 0)) throw new Refusal('wire.area', `${areaMm2} mm²`, 'enter the cross-section, above zero')
  if (!(lengthM >= 0)) throw new Refusal('wire.length', `${lengthM} m`, 'enter the length one way, 0 or more')
  return ((2 * lengthM) / areaMm2) * COPPER_OHM_MM2_PER_M * (1 + COPPER_PER_K * (celsius - 20))
}

/** What feeds a loop and what lies in it. */
export type LoopSupply = {
  readonly supplyVolts: number
  readonly wireOhms: number
  /** Everything else in series: input resistor, barrier, meters. */
  readonly burdenOhms: number
  /** The least the instrument needs at its terminals. */
  readonly leastTerminalVolts: number
}

/** The loop at one current. */
export type LoopAtCurrent = { readonly milliamp: number; readonly terminalVolts: number; readonly spareVolts: number }

/** Above the range a failing transmitter still needs its volts. NAMUR NE 43; 22.5 mA common practice. */
export const ALARM_MILLIAMP = 22.5
/** Currents a loop has to carry: full scale, and the alarm current above it. */
export const LOOP_CURRENTS_MILLIAMP = [20, ALARM_MILLIAMP] as const

/** Volts left at the terminals at a current: U − I·R. Ohm’s and Kirchhoff’s laws. */
export const terminalVoltsAt = (milliamp: number, supplyVolts: number, seriesOhms: number): number =>
  supplyVolts - (milliamp / 1000) * seriesOhms

/**
 * What is left at the instrument's terminals at full scale and at its alarm current: U − I·(Rwire + Rburden).
 *
 * Source: Ohm’s and Kirchhoff’s laws.
 *
 * @throws {Refusal} for a supply or a resistance that cannot be
 */
export function loopAtCurrents(supply: LoopSupply): readonly LoopAtCurrent[] {
  refuseImpossibleLoop(supply)
  return LOOP_CURRENTS_MILLIAMP.map((milliamp) => {
    const terminalVolts = terminalVoltsAt(milliamp, supply.supplyVolts, supply.wireOhms + supply.burdenOhms)
    return { milliamp, terminalVolts, spareVolts: terminalVolts - supply.leastTerminalVolts }
  })
}

/** The most that may lie in series for a current, Ω: what the supply has over the instrument's need, over the current. */
export function mostLoopOhms(supply: LoopSupply, milliamp: number): number {
  refuseImpossibleLoop(supply)
  return Math.max(0, (supply.supplyVolts - supply.leastTerminalVolts) / (milliamp / 1000))
}

function refuseImpossibleLoop({ supplyVolts, wireOhms: wire, burdenOhms, leastTerminalVolts }: LoopSupply): void {
  if (!(supplyVolts > 0 && supplyVolts <= 60))
    throw new Refusal('supplyVolts', `${supplyVolts} V is no loop supply`, 'enter up to 60 V')
  if (!(leastTerminalVolts >= 0 && leastTerminalVolts < supplyVolts))
    throw new Refusal('leastTerminalVolts', `${leastTerminalVolts} V is as much as the supply gives`, 'check both')
  for (const [field, ohms] of [
    ['wireOhms', wire],
    ['burdenOhms', burdenOhms],
  ] as const)
    if (!(ohms >= 0)) throw new Refusal(field, `${ohms} Ω`, 'enter a resistance of 0 or more')
}
