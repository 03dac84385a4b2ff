import type { SourceLook, SourceOrder } from '@/core/links/sourceDuty'
import type { Outcome } from '@/core/links/sourceRound'
import { Refusal } from '@/core/refusal'
import { convertPressure, type PressureUnit } from '@/core/units/pressureUnit'
import type { DeviceAddress } from './address'
import { LineLink, type LinkLine, LinkLost, type LinkPatience } from './lineLink'

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

/** What a source says that it does: SCPI-99, OUTPut:MODE of a pressure source (from memory). */
const MODES: Readonly<Record<string, SourceLook['mode']>> = { VENT: 'vent', CONT: 'control', MEAS: 'measure' }
/** A set point reads back as it was told but for its last digits, as a share of it. */
const READ_BACK = 1e-5

/** What came of an order; words where it was not confirmed. */
export type Told = { readonly outcome: Outcome; readonly words: string }
const CONFIRMED: Told = { outcome: 'confirmed', words: '' }

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
  /** What it measures, and by its own word what it does. */
  async look(): Promise<SourceLook> {
    const pressure = await this.pressure()
    return { pressure, mode: MODES[(await this.link.ask('OUTP:MODE?')).trim().slice(0, 4).toUpperCase()] ?? null }
  }
  async pressure(): Promise<number> {
    return convertPressure(numberAnswered(await this.link.ask('MEAS:PRES?'), 'source'), 'Pa', this.unit)
  }

  /**
   * Gives one order and reads back what came of it. Only `confirmed` says that it does what it was told.
   *
   * @param isStillRight asked just before the order is sent
   */
  async order(order: SourceOrder, isStillRight: () => boolean = () => true): Promise<Told> {
    try {
      return await this.ordered(order, isStillRight)
    } catch (error) {
      if (error instanceof LinkLost) return { outcome: 'lost', words: error.message }
      if (error instanceof Refusal) return { outcome: 'refused', words: error.line }
      throw error
    }
  }

  private async ordered(order: SourceOrder, isStillRight: () => boolean): Promise<Told> {
    switch (order.kind) {
      case 'vent': {
        await this.link.tell('OUTP:MODE VENT', isStillRight)
        const { mode } = await this.look()
        return mode === 'vent' ? CONFIRMED : { outcome: 'refused', words: 'it does not say that it vents' }
      }
      case 'hold': {
        const { pressure, mode } = await this.look()
        // What drives no pressure has none to be held; told to, it would switch its output on.
        if (mode !== null && mode !== 'control') return CONFIRMED
        return this.setTo(pressure, isStillRight)
      }
      case 'set':
        return this.setTo(order.to, isStillRight)
      default:
        return order satisfies never
    }
  }

  private async setTo(value: number, isStillRight: () => boolean): Promise<Told> {
    const pascal = convertPressure(value, this.unit, 'Pa')
    await this.told(`SOUR:PRES ${pascal.toPrecision(9)};:OUTP ON`, isStillRight)
    const set = numberAnswered(await this.link.ask('SOUR:PRES?'), 'source')
    const { mode } = await this.look()
    const isSet = Math.abs(set - pascal) <= READ_BACK * Math.max(1, Math.abs(pascal)) && mode !== 'vent'
    return isSet
      ? CONFIRMED
      : { outcome: 'refused', words: `it reads back ${set} Pa, told ${pascal.toPrecision(6)} Pa` }
  }

  /** What it refuses is told in its own words. */
  private async told(line: string, isStillRight: () => boolean): Promise<void> {
    await this.link.tell(line, isStillRight)
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
