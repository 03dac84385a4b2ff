import { matcherOf, type Unit, unitsOf } from './header'

/** An error of SCPI-99, volume 2, chapter 21: its number and its words. */
export class ScpiError extends Error {
  constructor(
    readonly code: number,
    words: string,
  ) {
    super(words)
  }
}
export const UNDEFINED_HEADER = () => new ScpiError(-113, 'Undefined header')
export const SYNTAX = () => new ScpiError(-102, 'Syntax error')
export const MISSING_PARAMETER = () => new ScpiError(-109, 'Missing parameter')
export const PARAMETER_NOT_ALLOWED = () => new ScpiError(-108, 'Parameter not allowed')
export const DATA_TYPE = () => new ScpiError(-104, 'Data type error')
export const OUT_OF_RANGE = () => new ScpiError(-222, 'Data out of range')
export const ILLEGAL_VALUE = () => new ScpiError(-224, 'Illegal parameter value')
export const SETTINGS_CONFLICT = () => new ScpiError(-221, 'Settings conflict')
const QUEUE_OVERFLOW = new ScpiError(-350, 'Queue overflow')
export const INPUT_OVERRUN = () => new ScpiError(-363, 'Input buffer overrun')

/** What a device understands beside the common commands. */
export type Command = {
  readonly header: string
  /** Answers `header?`; left out where it cannot be asked. */
  readonly ask?: (args: readonly string[]) => string
  /** What is asked may be asked of something, as of a channel. */
  readonly asksOf?: true
  /** Does `header`; left out where it can only be asked. */
  readonly tell?: (args: readonly string[]) => void
}

/** Bits of the standard event status register; IEEE 488.2, 11.5.1. */
const PON = 128
const CME = 32
const EXE = 16
const DDE = 8
const OPC = 1
/** Bits of the status byte: events, and an error waiting (SCPI-99). */
const ESB = 32
const EAV = 4
const MOST_ERRORS = 16

/**
 * A device that speaks SCPI over the common commands of IEEE 488.2: status, error queue, identity. One line in, one line
 * out; whatever comes in, it answers or says nothing, and never ends.
 */
export class ScpiDevice {
  private readonly commands: readonly (Command & { readonly matches: (nodes: readonly string[]) => boolean })[]
  private errors: ScpiError[] = []
  private events = PON
  private eventMask = 0
  private requestMask = 0

  constructor(
    private readonly identity: string,
    commands: readonly Command[],
    private readonly reset: () => void,
  ) {
    const own: readonly Command[] = [
      { header: 'SYSTem:ERRor[:NEXT]', ask: () => this.nextError() },
      { header: 'SYSTem:VERSion', ask: () => '1999.0' },
    ]
    this.commands = [...commands, ...own].map((command) => ({ ...command, matches: matcherOf(command.header) }))
  }

  /** @returns the answer of a line; null where it asks nothing */
  handle(line: string): string | null {
    const answers: string[] = []
    for (const unit of unitsOf(line)) {
      try {
        if (!unit) throw SYNTAX()
        const answer = unit.isCommon ? this.common(unit) : this.own(unit)
        if (answer !== null) answers.push(answer)
      } catch (error) {
        this.raise(error instanceof ScpiError ? error : new ScpiError(-300, 'Device-specific error'))
        break // what stands behind a mistake is not done: nobody knows what was meant
      }
    }
    return answers.length === 0 ? null : answers.join(';')
  }

  raise(error: ScpiError): void {
    this.events |= error.code <= -400 ? 4 : error.code <= -300 ? DDE : error.code <= -200 ? EXE : CME
    if (this.errors.length < MOST_ERRORS) this.errors.push(error)
    else this.errors[MOST_ERRORS - 1] = QUEUE_OVERFLOW
  }

  private own({ nodes, isQuery, args }: Unit): string | null {
    const command = this.commands.find(({ matches }) => matches(nodes))
    const { ask, asksOf, tell } = command ?? {}
    if (isQuery) {
      if (!ask) throw UNDEFINED_HEADER()
      if (!asksOf) nothingIn(args)
      return ask(args)
    }
    if (!tell) throw UNDEFINED_HEADER()
    tell(args)
    return null
  }

  private common({ nodes: [name = ''], isQuery, args }: Unit): string | null {
    switch (`${name}${isQuery ? '?' : ''}`) {
      case '*IDN?':
        return this.identity
      case '*RST':
        this.reset()
        return null
      case '*CLS':
        this.errors = []
        this.events = 0
        return null
      case '*ESR?': {
        const read = this.events
        this.events = 0
        return `${read}`
      }
      case '*ESE':
        this.eventMask = byteOf(args)
        return null
      case '*ESE?':
        return `${this.eventMask}`
      case '*SRE':
        this.requestMask = byteOf(args) & ~64
        return null
      case '*SRE?':
        return `${this.requestMask}`
      case '*STB?':
        return `${this.statusByte()}`
      case '*OPC':
        this.events |= OPC
        return null
      case '*OPC?':
        return '1'
      case '*TST?':
        return '0'
      case '*WAI':
        return null
      default:
        throw UNDEFINED_HEADER()
    }
  }

  private statusByte(): number {
    const sums = (this.events & this.eventMask ? ESB : 0) | (this.errors.length > 0 ? EAV : 0)
    return sums | (sums & this.requestMask ? 64 : 0)
  }

  private nextError(): string {
    const error = this.errors.shift()
    return error ? `${error.code},"${error.message}"` : '0,"No error"'
  }
}

const NUMBER = /^[+-]?(\d+\.?\d*|\.\d+)(E[+-]?\d+)?$/i

/** The one number of a command. @throws {ScpiError} for none, several, or what is no number */
export function numberOf(args: readonly string[], between: readonly [number, number]): number {
  const [text, ...more] = args
  if (text === undefined) throw MISSING_PARAMETER()
  if (more.length > 0) throw PARAMETER_NOT_ALLOWED()
  const [low, high] = between
  if (/^MIN(IMUM)?$/i.test(text)) return low
  if (/^MAX(IMUM)?$/i.test(text)) return high
  if (!NUMBER.test(text)) throw DATA_TYPE()
  const value = Number(text)
  if (!(value >= low && value <= high)) throw OUT_OF_RANGE()
  return value
}

/** One of several words, short or long: `CONTrol`. */
export function wordOf<T extends string>(args: readonly string[], words: readonly T[]): T {
  const [text, ...more] = args
  if (text === undefined) throw MISSING_PARAMETER()
  if (more.length > 0) throw PARAMETER_NOT_ALLOWED()
  const found = words.find((word) => matcherOf(word)([text.toUpperCase()]))
  if (!found) throw ILLEGAL_VALUE()
  return found
}

/** ON, OFF, or a number: none but zero is off. */
export function switchOf(args: readonly string[]): boolean {
  const [text = ''] = args
  if (/^on$/i.test(text)) return true
  if (/^off$/i.test(text)) return false
  return numberOf(args, [-32768, 32767]) !== 0
}

const byteOf = (args: readonly string[]): number => Math.round(numberOf(args, [0, 255]))
export const nothingIn = (args: readonly string[]): void => {
  if (args.length > 0) throw PARAMETER_NOT_ALLOWED()
}
/** A number as it is answered: NR3 with as many digits as tell. */
export const answered = (value: number): string =>
  Number.isFinite(value) ? value.toExponential(8).toUpperCase() : '9.91E+37'
