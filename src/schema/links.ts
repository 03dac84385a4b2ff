import { z } from 'zod'
import { PRESSURE_UNIT_IDS } from '@/core/units/pressureUnit'

const Name = z.string().trim().min(1, { error: 'give it a name' }).max(60, { error: '60 characters at most' })

/** What a device is to a calibration. */
export const DEVICE_KINDS = { source: 'pressure source', meter: 'meter', transmitter: 'digital transmitter' } as const
export type DeviceKind = keyof typeof DEVICE_KINDS
const kind = z.enum(Object.keys(DEVICE_KINDS) as DeviceKind[]) // keys of a const object

const address = z.string().trim().min(1, { error: 'give its address' }).max(60, { error: '60 characters at most' })
const channel = z.int().min(1).max(247).nullable().default(null)

/** A device that can be read over a network, and which reference or instrument it is: by code or tag. */
export const NewDevice = z.object({
  id: z.uuid(),
  name: Name,
  kind,
  /** By number: `10.20.4.7:5025`. */
  address,
  channel,
  serves: z.string().trim().min(1, { error: 'say which reference or instrument it is' }).max(40),
})
export type NewDevice = z.infer<typeof NewDevice>

/** A device as it is kept. */
export type Device = {
  readonly id: string
  readonly name: string
  readonly kind: DeviceKind
  readonly address: string
  readonly channel: number | null
  readonly referenceId: string | null
  readonly instrumentId: string | null
  readonly isStandIn: boolean
  readonly isRetired: boolean
  /** Code of the reference, or tag of the instrument, that it is. */
  readonly serves: string
  /** Tag of the instrument whose run has it in hand; null while nobody has. */
  readonly inUseBy: string | null
}

/** What of a run can be linked, and which other runs could be taken at the same manifold. */
export type Linkable = {
  readonly sources: readonly Device[]
  readonly meters: readonly Device[]
  readonly transmitter: Device | null
  /** Why it takes no readings of its own, where it does not; null where it can. */
  readonly typedOnly: string | null
  readonly others: readonly {
    readonly runId: string
    readonly tag: string
    readonly meters: readonly Device[]
    readonly transmitter: Device | null
  }[]
}

/** Where a device answers now, or that it is not linked any more. */
export const DeviceChange = z.object({ name: Name, address, channel, isRetired: z.boolean() })
export type DeviceChange = z.infer<typeof DeviceChange>

/** The instruments of one manifold that are read against one source, each with the devices it is read by. */
export const NewLink = z.object({
  id: z.uuid(),
  sourceId: z.uuid(),
  members: z
    .array(z.object({ runId: z.uuid(), meterId: z.uuid().nullable(), transmitterId: z.uuid().nullable() }))
    .min(1)
    .max(8),
})
export type NewLink = z.infer<typeof NewLink>

/** How a run that takes its own readings goes about a point. */
export const AutomaticSettings = z.object({
  settle: z.enum(['time', 'window', 'statistical']),
  /** Held, or looked at, for so long. */
  seconds: z.number().min(0.5).max(3600),
  /** So many readings make the mean of a point. */
  readings: z.int().min(1).max(100),
  /** So long it may go on with no screen open, by the word of whoever begins it; 0 for not at all. */
  unattendedMinutes: z.number().min(0).max(480).default(0),
})
export type AutomaticSettings = z.infer<typeof AutomaticSettings>

/** Trims that are written over the link. */
export const LINKED_TRIMS = ['zero-trim', 'lower-sensor-trim', 'upper-sensor-trim', 'output-trim'] as const
export type LinkedTrim = (typeof LINKED_TRIMS)[number]

/** What a person wants of the devices. */
export const LinkAct = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('begin'), settings: AutomaticSettings }),
  z.object({ kind: z.literal('take-now') }),
  z.object({ kind: z.literal('pause') }),
  z.object({ kind: z.literal('go-on') }),
  z.object({ kind: z.literal('by-hand') }),
  /** In the unit the run is read in. */
  z.object({ kind: z.literal('set'), to: z.number() }),
  z.object({ kind: z.literal('vent') }),
  /** A person stands beside the source and has vented it there: nothing is owed any more. */
  z.object({ kind: z.literal('vented-by-hand') }),
  z.object({ kind: z.literal('trim'), trim: z.enum(LINKED_TRIMS), adjustmentId: z.uuid() }),
  z.object({ kind: z.literal('end') }),
])
export type LinkAct = z.infer<typeof LinkAct>

/** A vent, which is everybody’s. */
export const VentOrder = z.object({ id: z.uuid() })

export const LinkOrder = z.object({ id: z.uuid(), act: LinkAct })
export type LinkOrder = z.infer<typeof LinkOrder>

/** A source that somebody must go to, wherever in the application people are. */
export type LinkAlarm = {
  /** The run it is linked to, by the first of its instruments. */
  readonly runId: string
  readonly tag: string
  readonly words: string
  readonly isVentOwed: boolean
}

/** What came of an order: done, or why not. */
export const LinkAnswer = z.object({ isDone: z.boolean(), words: z.string() })
export type LinkAnswer = z.infer<typeof LinkAnswer>

const figure = z.number().nullable()

/** How a session stands at a moment, for everybody who looks at it. */
export const LinkShown = z.object({
  sessionId: z.uuid(),
  at: z.iso.datetime(),
  /** Of every pressure here: what the run is read in. */
  unit: z.enum(PRESSURE_UNIT_IDS),
  applied: figure,
  /** What the source was told last; null where it was told nothing, or vented. */
  setTo: figure,
  isSteady: z.boolean(),
  slopePerSecond: figure,
  members: z.array(z.object({ runId: z.uuid(), tag: z.string(), output: figure, pv: figure, ao: figure })),
  /** Each device: whether it answers, and what is wrong with what it says; null where nothing is. */
  devices: z.array(
    z.object({ name: z.string(), kind, isAlive: z.boolean(), trouble: z.string().nullable().default(null) }),
  ),
  automatic: z
    .object({
      phase: z.enum(['going', 'creeping', 'settling', 'taking', 'paused']),
      place: z.int(),
      count: z.int(),
      percent: z.number(),
      direction: z.enum(['rising', 'falling']),
      setPoint: z.number(),
      secondsLeft: figure,
      timesPast: z.int(),
      settings: AutomaticSettings,
      startedBy: z.string(),
    })
    .nullable(),
  /** Why it takes no readings any more; null while it does, and where it never did. */
  ended: z.string().nullable(),
  alarm: z.string().nullable(),
  /** Pressure stands, as far as anybody knows. */
  isPressed: z.boolean(),
  /** The source was to be vented and has not confirmed it. */
  isVentOwed: z.boolean(),
  lastSent: z.object({ at: z.iso.datetime(), name: z.string(), text: z.string() }).nullable(),
})
export type LinkShown = z.infer<typeof LinkShown>

/** What is told to everybody who looks at a run: how its devices stand, null without any, and the mark of what is recorded. */
export type LiveEvent = { readonly shown: LinkShown | null; readonly mark: string }
