/** What acts on the instrument for a while. Pressure in the unit of its range. */
export type Stimulus = {
  readonly pressure: number
  /** How long it has stood before it is read: damping settles in this time. */
  readonly seconds: number
  readonly celsius: number
  readonly staticMPa: number
  readonly tiltDegrees: number
  /** Whether the case is tapped before reading: friction lets go. */
  readonly isTapped: boolean
}

export const STILL: Omit<Stimulus, 'pressure'> = {
  seconds: 60,
  celsius: 20,
  staticMPa: 0,
  tiltDegrees: 0,
  isTapped: false,
}

/** What the instrument remembers from one reading to the next. */
export type InstrumentState = {
  readonly lastPressure: number | null
  readonly direction: 1 | -1
  readonly pointer: number | null
  readonly filtered: number | null
  readonly zeroTurns: number
  readonly spanTurns: number
  readonly zeroEngaged: number
  readonly spanEngaged: number
}

/** An instrument at rest, its screws where the maker left them. */
export const AT_REST: InstrumentState = {
  lastPressure: null,
  direction: 1,
  pointer: null,
  filtered: null,
  zeroTurns: 0,
  spanTurns: 0,
  zeroEngaged: 0,
  spanEngaged: 0,
}
