import { Refusal } from '@/core/refusal'
import { convertPressure, type PressureUnit } from '@/core/units/pressureUnit'
import type { DeviceAddress } from './address'
import { LineLink, type LinkLine, type LinkPatience } from './lineLink'

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

/** Nothing of before stands in its queue of errors, and it counts in pascal from now on. */
const GREETING = '*CLS;:UNIT:PRES PA'

/** A pressure source with its reference, by SCPI; pressures in one unit, told to it in pascal. */
export class SourceLink {
  private readonly link: LineLink

  constructor(
    address: DeviceAddress,
    private readonly unit: PressureUnit,
    { keep, patience }: { readonly keep?: (line: LinkLine) => void; readonly patience?: LinkPatience } = {},
  ) {
    this.link = new LineLink(address, keep, patience, GREETING)
  }

  /** Who it says it is. */
  identity(): Promise<string> {
    return this.link.ask('*IDN?')
  }
  close(): void {
    this.link.close()
  }
  /** Spoken to by nobody for so long it is to vent by itself; 0 for never. @returns whether it can */
  async watch(seconds: number): Promise<boolean> {
    await this.link.tell(`SYST:COMM:WATC ${seconds}`)
    return /^[+-]?0,/.test(await this.link.ask('SYST:ERR?'))
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

/** A meter, or one channel of one, by SCPI. */
export class MeterLink {
  constructor(
    private readonly link: LineLink,
    private readonly channel: number | null = null,
  ) {}

  /** Who it says it is. */
  identity(): Promise<string> {
    return this.link.ask('*IDN?')
  }
  /** The current in the loop, mA. */
  async milliamp(): Promise<number> {
    return (
      numberAnswered(await this.link.ask(`MEAS:CURR?${this.channel === null ? '' : ` (@${this.channel})`}`), 'meter') *
      1000
    )
  }
}
