import { Refusal } from '@/core/refusal'
import { convertPressure, type PressureUnit } from '@/core/units/pressureUnit'
import type { LineLink } from './lineLink'

/** Over range, and not a number, as SCPI-99 writes them. */
const FARTHEST = 9e36

/** A number that was answered. @throws {Refusal} for what is none, or over range */
function numberAnswered(text: string, of: string): number {
  const value = Number(text)
  if (text.trim() === '' || !Number.isFinite(value))
    throw new Refusal(of, `“${text.slice(0, 40)}” is no number`, 'look at the device')
  if (Math.abs(value) > FARTHEST) throw new Refusal(of, 'is over its range', 'choose a larger range at the device')
  return value
}

/** A pressure source with its reference, by SCPI; pressures in one unit, told to it in pascal. */
export class SourceLink {
  constructor(
    private readonly link: LineLink,
    private readonly unit: PressureUnit,
  ) {}

  /** Who it is, and that it counts in pascal from now on. */
  async begin(): Promise<string> {
    const identity = await this.link.ask('*IDN?')
    await this.told('*CLS;:UNIT:PRES PA')
    return identity
  }
  async set(value: number): Promise<void> {
    const pascal = convertPressure(value, this.unit, 'Pa')
    await this.told(`SOUR:PRES ${pascal.toPrecision(9)};:OUTP ON`)
  }
  async pressure(): Promise<number> {
    return convertPressure(numberAnswered(await this.link.ask('MEAS:PRES?'), 'source'), 'Pa', this.unit)
  }
  /** Stays at the pressure it has, by itself. */
  async hold(): Promise<void> {
    await this.set(await this.pressure())
  }
  /** @returns whether it says that it is vented; a person looks all the same */
  async vent(): Promise<boolean> {
    await this.link.tell('OUTP:MODE VENT')
    return (await this.link.ask('OUTP:MODE?')) === 'VENT'
  }

  /** What it refuses is told in its own words. */
  private async told(line: string): Promise<void> {
    await this.link.tell(line)
    const error = await this.link.ask('SYST:ERR?')
    if (!/^[+-]?0,/.test(error)) throw new Refusal('source', `refused “${line}”: ${error}`, 'look at the source')
  }
}

/** A meter, by SCPI. */
export class MeterLink {
  constructor(private readonly link: LineLink) {}

  begin(): Promise<string> {
    return this.link.ask('*IDN?')
  }
  /** The current in the loop, mA. */
  async milliamp(): Promise<number> {
    return numberAnswered(await this.link.ask('MEAS:CURR?'), 'meter') * 1000
  }
}
