import { type AddressInfo, createServer, type Server, type Socket } from 'node:net'

/**
 * What a source may do wrong. It is written from what pressure sources say by SCPI-99, and shares nothing with the stand-ins or
 * with the links: an adversary that goes by our own tidy code would be as tidy.
 */
export type Hostility = {
  /** Obeys, and answers nothing. */
  isMute?: boolean
  /** Answers, and obeys nothing. */
  isDeaf?: boolean
  /** Says that it vents, and keeps its pressure. */
  isBlocked?: boolean
  /** Refuses to vent, and says so. */
  refusesVent?: boolean
  /** Refuses every set point, and says so; obeys what comes after it in the same line. */
  refusesSetPoint?: boolean
  /** Takes the next set point as this one, bar. */
  takesNextAsBar?: number | undefined
  /** Creeps up by so much a second whatever it is told, bar. */
  driftsUp?: number
  /** Goes away from its set point. */
  goesWrongWay?: boolean
  /** Never moves. */
  isStuck?: boolean
  /** Takes connections and reads nothing. */
  isHalfOpen?: boolean
  /** Hangs up at each line. */
  resets?: boolean
  /** Answers so late, ms. */
  lateMs?: number
  /** What it makes of an answer. */
  garbles?: 'garbage' | 'doubled' | 'split' | 'endless'
  /** Counts in kilopascal, whatever it is told. */
  countsInKilopascal?: boolean
  /** Who it says it is. */
  identity?: string
}

const SLEW_BAR_PER_S = 8
const BAR = 100_000

/** A pressure source that is told to misbehave; pressures in bar of its own. */
export class HostileSource {
  mode: 'VENT' | 'CONT' | 'MEAS' = 'VENT'
  setPoint = 0
  hostility: Hostility = {}
  /** Everything it was told, with the pressure it had then; questions too. */
  readonly told: { readonly line: string; readonly pressure: number }[] = []
  private value = 0
  private at = performance.now()
  private sockets: Socket[] = []
  private error = '0,"No error"'
  private server: Server | null = null

  private constructor(private port: number) {}

  static async start(): Promise<HostileSource> {
    const source = new HostileSource(0)
    await source.mend()
    return source
  }

  get address(): string {
    return `127.0.0.1:${this.port}`
  }
  get pressure(): number {
    const now = performance.now()
    const seconds = (now - this.at) / 1000
    this.at = now
    const { isStuck, isBlocked, driftsUp = 0, goesWrongWay } = this.hostility
    this.value += driftsUp * seconds
    if (isStuck || this.mode === 'MEAS' || (this.mode === 'VENT' && isBlocked)) return this.value
    const aim = this.mode === 'VENT' ? 0 : this.setPoint
    const most = SLEW_BAR_PER_S * seconds
    const step = Math.max(-most, Math.min(most, aim - this.value))
    this.value += goesWrongWay && this.mode === 'CONT' ? -step : step
    return this.value
  }
  /** Its pressure jumps, as by another's hand. */
  jumpTo(pressure: number): void {
    this.value = pressure
  }
  /** Loses its supply and comes back: everything forgotten, what it holds shut in. */
  reboot(): void {
    this.value = this.pressure
    Object.assign(this, { mode: 'MEAS', setPoint: 0 })
    this.hangUp()
  }
  /** Somebody turns its knob. */
  turnTo(setPoint: number): void {
    void this.pressure
    this.setPoint = setPoint
  }
  get isVented(): boolean {
    return this.mode === 'VENT' && Math.abs(this.pressure) < 0.02
  }
  /** Orders since a moment that move pressure, but for vents. */
  pressedSince(count: number): readonly string[] {
    return this.told.slice(count).flatMap(({ line }) => (/SOUR:PRES |OUTP ON|MODE CONT/.test(line) ? [line] : []))
  }

  cut(): void {
    this.server?.close()
    this.server = null
    this.hangUp()
  }
  private hangUp(): void {
    for (const socket of this.sockets) socket.destroy()
    this.sockets = []
  }
  async mend(): Promise<void> {
    const server = createServer((socket) => this.serve(socket))
    await new Promise<void>((done) => server.listen(this.port, '127.0.0.1', done))
    this.port = (server.address() as AddressInfo).port // it listens on TCP
    this.server = server
  }

  private serve(socket: Socket): void {
    this.sockets.push(socket)
    socket.on('error', () => socket.destroy())
    let text = ''
    socket.on('data', (bytes) => {
      if (this.hostility.isHalfOpen) return
      const lines = `${text}${bytes.toString('latin1')}`.split('\n')
      text = lines.pop() ?? ''
      for (const line of lines) this.heard(line.trim(), socket)
    })
  }

  private heard(line: string, socket: Socket): void {
    this.told.push({ line, pressure: this.pressure })
    if (this.hostility.resets) {
      socket.destroy()
      return
    }
    for (const command of line.split(';').map((each) => each.replace(/^:/, '').trim())) {
      const answer = command.endsWith('?') ? this.answer(command) : this.obey(command)
      if (answer !== null && !this.hostility.isMute) this.say(answer, socket)
    }
  }

  private obey(command: string): null {
    const { isDeaf, refusesVent, refusesSetPoint, takesNextAsBar, countsInKilopascal } = this.hostility
    if (isDeaf) return null
    void this.pressure // as it was until now, before it changes
    const set = /^SOUR:PRES (.+)$/.exec(command)
    if (set && refusesSetPoint) this.error = '-222,"Data out of range"'
    else if (set) {
      this.setPoint = takesNextAsBar ?? Number(set[1]) / (countsInKilopascal ? BAR / 1000 : BAR)
      this.hostility.takesNextAsBar = undefined
    } else if (command === 'OUTP ON') this.mode = 'CONT'
    else if (command === 'OUTP:MODE VENT') {
      if (refusesVent) this.error = '-200,"Execution error; vent valve"'
      else this.mode = 'VENT'
    } else if (command === '*CLS') this.error = '0,"No error"'
    // It has no watch of its own, and says so.
    else if (command.startsWith('SYST:COMM:WATC')) this.error = '-113,"Undefined header"'
    return null
  }

  private answer(question: string): string {
    const { countsInKilopascal, identity } = this.hostility
    const unit = countsInKilopascal ? BAR / 1000 : BAR
    if (question === 'SYST:ERR?') {
      const { error } = this
      this.error = '0,"No error"'
      return error
    }
    if (question === '*IDN?') return identity ?? 'Hostile,Source,0,1'
    if (question === '*OPC?') return '1'
    if (question === 'UNIT:PRES?') return countsInKilopascal ? 'KPA' : 'PA'
    if (question === 'OUTP:MODE?') return this.mode
    if (question === 'SOUR:PRES?') return (this.setPoint * unit).toExponential(8)
    return (this.pressure * unit).toExponential(8)
  }

  private say(answer: string, socket: Socket): void {
    const { garbles, lateMs = 0 } = this.hostility
    const write = (text: string) => !socket.destroyed && socket.write(text)
    const text =
      garbles === 'garbage'
        ? '\u0007\u00ffnot a number at all\n'
        : garbles === 'doubled'
          ? `${answer}\n${answer}\n`
          : garbles === 'endless'
            ? 'x'.repeat(9000)
            : `${answer}\n`
    if (garbles === 'split') {
      write(text.slice(0, 2))
      setTimeout(() => write(text.slice(2)), 5)
    } else if (lateMs > 0) setTimeout(() => write(text), lateMs)
    else write(text)
  }
}
