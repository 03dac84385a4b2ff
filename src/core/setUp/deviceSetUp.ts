/** What a display shows first when it is switched on. */
export const START_VIEWS = {
  measured: 'measured pressure',
  scaled: 'scaled value',
  percent: 'per cent of range',
  current: 'loop current',
} as const
export type StartView = keyof typeof START_VIEWS

/** Where a current loop goes when the instrument finds a fault in itself (NAMUR NE 43 names the levels). */
export const FAILURE_DIRECTIONS = { high: 'upscale', low: 'downscale' } as const
export type FailureDirection = keyof typeof FAILURE_DIRECTIONS

/** What is keyed into an instrument beside its range, as far as anybody has said. Seconds, milliampere. */
export type DeviceSetUp = {
  /** Of a linear device: what it shows. Left out: as its kind says. */
  readonly application?: 'pressure' | 'level' | undefined
  readonly dampingSeconds?: number | undefined
  readonly displayDampingSeconds?: number | undefined
  readonly displayDecimals?: number | undefined
  readonly startView?: StartView | undefined
  readonly failure?: FailureDirection | undefined
  readonly alarmLowMilliamp?: number | undefined
  readonly alarmHighMilliamp?: number | undefined
  readonly isWriteProtected?: boolean | undefined
  readonly deviceTag?: string | undefined
  readonly mounting?: string | undefined
}
