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

/** Nothing of before stands in its queue of errors, and it counts in pascal from now on: by its own word. */
const GREETING = '*CLS;:UNIT:PRES PA'
const COUNTS_IN = /^PA(SCAL)?$/i

/** What a source says that it does: SCPI-99, OUTPut:MODE of a pressure source (from memory). */
const MODES: Readonly<Record<string, SourceLook['mode']>> = { VENT: 'vent', CONT: 'control', MEAS: 'measure' }
/** A set point reads back as it was told but for its last digits, as a share of it. */
const READ_BACK = 1e-5

/** How long a source is waited for, ms: while it is, nothing else is done with it, and the lease of its session runs. */
const PATIENCE: LinkPatience = { connect: 1000, answer: 1000 }

/** What came of an order; words where it was not confirmed. */
export type Told = { readonly outcome: Outcome; readonly words: string }
const CONFIRMED: Told = { outcome: 'confirmed', words: '' }

/** A pressure source with its reference, by SCPI; pressures in one unit, told to it in pascal. */
export class SourceLink {
  private readonly link: LineLink
  /** Who answered first; another one is not the source that was linked. */
  private first: string | null = null
  /** Why its figures are not believed, and it is told nothing but a vent. */
  private fault: string | null = null

  constructor(
    address: DeviceAddress,
    private readonly unit: PressureUnit,
    { keep, patience }: { readonly keep?: (line: LinkLine) => void; readonly patience?: LinkPatience } = {},
  ) {
    this.link = new LineLink(address, keep, patience ?? PATIENCE, async (ask, tell) => {
      tell(GREETING)
      const identity = await ask('*IDN?')
      this.first ??= identity
      const countsIn = (await ask('UNIT:PRES?')).trim()
      if (identity !== this.first)
        this.fault = `“${identity.slice(0, 60)}” answers where “${this.first.slice(0, 60)}” did`
      else if (!COUNTS_IN.test(countsIn)) this.fault = `it counts in “${countsIn.slice(0, 20)}” and not in pascal`
      else this.fault = null
    })
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
  /** What it measures, what it was told to go to, and by its own word what it does. */
  async look(): Promise<SourceLook> {
    const pressure = await this.pressure()
    const setPoint = convertPressure(await this.number('SOUR:PRES?'), 'Pa', this.unit)
    return { pressure, setPoint, mode: await this.mode() }
  }
  async pressure(): Promise<number> {
    return convertPressure(await this.number('MEAS:PRES?'), 'Pa', this.unit)
  }

  private async mode(): Promise<SourceLook['mode']> {
    const answer = (await this.link.ask('OUTP:MODE?')).trim()
    // A number here answers another question.
    if (!/^[a-z]+$/i.test(answer)) this.link.distrust()
    return MODES[answer.slice(0, 4).toUpperCase()] ?? null
  }

  /** @throws {Refusal} for what is no number, and where its figures are not believed */
  private async number(question: string): Promise<number> {
    const answer = await this.link.ask(question)
    if (this.fault !== null) throw new Refusal('source', this.fault, 'look at the source')
    if (/^[a-z]/i.test(answer.trim())) this.link.distrust()
    return numberAnswered(answer, 'source')
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
        await this.link.tellAtOnce('OUTP:MODE VENT', isStillRight)
        const mode = await this.mode()
        return mode === 'vent' ? CONFIRMED : { outcome: 'refused', words: 'it does not say that it vents' }
      }
      case 'hold': {
        const pressure = await this.pressure()
        const mode = await this.mode()
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

  /**
   * The set point is read back before the output is switched on: a source that refuses one may drive to that of before. It counts
   * as refused only by its own word; whatever else is not as told, it may have been taken, and nobody knows.
   */
  private async setTo(value: number, isStillRight: () => boolean): Promise<Told> {
    await this.pressure() // nothing is told to what is not believed
    const before = await this.mode()
    const pascal = convertPressure(value, this.unit, 'Pa')
    const refusal = await this.refusalOf(`SOUR:PRES ${pascal.toPrecision(9)}`, isStillRight)
    if (refusal !== null) return refusal
    try {
      const set = await this.number('SOUR:PRES?')
      if (Math.abs(set - pascal) > READ_BACK * Math.max(1, Math.abs(pascal)))
        return { outcome: 'lost', words: `its set point reads back ${set} Pa, told ${pascal.toPrecision(6)} Pa` }
      const notOn = before === 'control' ? null : await this.refusalOf('OUTP ON', isStillRight)
      if (notOn !== null) return notOn
      const mode = await this.mode()
      return mode === null || mode === 'control'
        ? CONFIRMED
        : { outcome: 'lost', words: 'it does not say that it controls its pressure' }
    } catch (error) {
      if (error instanceof Refusal) return { outcome: 'lost', words: error.line }
      throw error
    }
  }

  /** Tells a line and asks for its error. @returns null where it has none; refused only where it says so in its own words */
  private async refusalOf(line: string, isStillRight: () => boolean): Promise<Told | null> {
    await this.link.tell(line, isStillRight)
    const error = (await this.link.ask('SYST:ERR?')).trim()
    if (/^[+-]?0,/.test(error)) return null
    if (/^[+-]?\d+,/.test(error)) return { outcome: 'refused', words: `it refused “${line}”: ${error}` }
    this.link.distrust()
    return { outcome: 'lost', words: `it answered “${error.slice(0, 40)}” to “${line}”` }
  }
}

/** A meter, or one channel of one, by SCPI. */
export class MeterLink {
  constructor(
    private readonly link: LineLink,
    private readonly channel: number | null = null,
    /** Where what it says is told, if several channels share the connection. */
    private readonly keep?: (line: LinkLine) => void,
  ) {}

  /** Who it says it is. */
  identity(): Promise<string> {
    return this.link.ask('*IDN?')
  }
  /** The current in the loop, mA. */
  async milliamp(): Promise<number> {
    const channel = this.channel === null ? '' : ` (@${this.channel})`
    return numberAnswered(await this.link.askInStep(`MEAS:CURR?${channel}`, this.keep), 'meter') * 1000
  }
}
