import { adjustedByOf } from '@/core/adjust/adjustedBy'
import { outputTable } from '@/core/range/outputTable'
import { settableRange } from '@/core/range/settableRange'
import { isFlow } from '@/core/setUp/application'
import { dampingNote } from '@/core/setUp/damping'
import type { DeviceSetUp } from '@/core/setUp/deviceSetUp'
import { applicationOf, type SetUpItem, type SetUpState, setUpSheet } from '@/core/setUp/setUpSheet'
import { outputScale } from '@/core/signal/signal'
import { convertPressure, type PressureUnit, pressureUnitLabel } from '@/core/units/pressureUnit'
import type { Configuration } from '../schema/configuration'
import { ConfigurationNumbers } from '../schema/configurationForm'
import type { SetUpWanted } from '../schema/setUpSheet'
import { hostScale } from './hostScale'

/** What a device should show at a point once it is set up. */
export type ShownAt = {
  readonly percent: number
  readonly pv: number
  readonly output: number
  /** On its own display; null where it has none. */
  readonly display: number | null
}

/** A set-up as it is worked out: what to key in, what it then shows, and what it makes of the register. */
export type SetUpPlan = {
  readonly items: readonly SetUpItem[]
  readonly shows: readonly ShownAt[]
  readonly notes: readonly string[]
  readonly next: Configuration | null
  readonly objections: readonly string[]
}

/** Why nothing is keyed into an instrument; null where something is. */
export function setUpObjection(configuration: Configuration): string | null {
  const by = adjustedByOf(configuration)
  if (by === 'trims' || by === 'buttons' || by === 'gauge-sequence') return null
  return by === 'factory'
    ? 'Only the factory sets this instrument up: nothing can be keyed in.'
    : `This instrument is set by its ${by === 'pointer' || by === 'dial' ? by : 'screws'}: nothing is keyed in.`
}

/** What the register says is keyed in. */
export const setUpState = (configuration: Configuration): SetUpState => ({
  kind: configuration.kind,
  unit: configuration.unit,
  lrv: configuration.lrv,
  urv: configuration.urv,
  transfer: configuration.transfer,
  displayScale: configuration.displayScale,
  device: configuration.setUp ?? {},
})

/** What the sheet opens with: the device as the register has it. */
export function wantedOf(configuration: Configuration): SetUpWanted {
  const { unit, lrv, urv, transfer, displayScale, setUp = {} } = configuration
  return {
    ...{ unit, lrv, urv },
    application: applicationOf(setUpState(configuration)),
    cutOffPercent: transfer.kind === 'linear' ? null : transfer.cutOffPercent,
    dampingSeconds: setUp.dampingSeconds ?? null,
    displayUnit: displayScale?.unit ?? '',
    displayLower: displayScale?.lower ?? null,
    displayUpper: displayScale?.upper ?? null,
    displayDecimals: setUp.displayDecimals ?? null,
    displayDampingSeconds: setUp.displayDampingSeconds ?? null,
    startView: setUp.startView ?? null,
    failure: setUp.failure ?? null,
    alarmLowMilliamp: setUp.alarmLowMilliamp ?? null,
    alarmHighMilliamp: setUp.alarmHighMilliamp ?? null,
    deviceTag: setUp.deviceTag ?? '',
    isWriteProtected: setUp.isWriteProtected ?? false,
  }
}

/** Works a set-up out: the same on the sheet at every keystroke, on paper, and on the server when it is recorded. */
export function setUpPlan(present: Configuration, wanted: SetUpWanted): SetUpPlan {
  const draft = configurationOf(present, wanted)
  const items = setUpSheet(setUpState(present), setUpState(draft))
  const parsed = ConfigurationNumbers.safeParse(draft)
  return {
    items,
    shows: showsAt(draft),
    notes: notesOf(draft),
    next: parsed.success ? parsed.data : null,
    objections: parsed.success ? [] : parsed.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`),
  }
}

function notesOf({ kind, setUp, lrv, urv }: Configuration): string[] {
  const damping = setUp?.dampingSeconds
  const note = damping === undefined ? null : dampingNote(damping, kind)
  return [
    ...(note ? [`Damping: ${note}.`] : []),
    ...(urv < lrv ? ['URV lies below LRV: reverse-acting. Is that meant?'] : []),
  ]
}

const LOOKED_AT = [0, 50, 100] as const

function showsAt(configuration: Configuration): ShownAt[] {
  const { lrv, urv, unit, signal, transfer, displayScale } = configuration
  if (lrv === urv || (displayScale && displayScale.lower === displayScale.upper)) return []
  const range = { lrv, urv, unit }
  const scale = outputScale(signal, { ...range, unitLabel: pressureUnitLabel(unit) })
  const rows = outputTable({ range, scale, transfer, display: hostScale(configuration) }, LOOKED_AT)
  return rows.map(({ percent, input, output, shown }) => ({
    percent,
    pv: input,
    output,
    display: displayScale ? shown : null,
  }))
}

/** The register once the device is set up so; everything in the unit of the range converted where the unit changes. */
function configurationOf(present: Configuration, wanted: SetUpWanted): Configuration {
  const { hostRoot, ...rest } = inUnit(present, wanted.unit)
  const { displayLower: lower, displayUpper: upper } = wanted
  const transfer = transferOf(wanted)
  return {
    ...rest,
    ...(hostRoot && transfer.kind === 'linear' && { hostRoot }),
    unit: wanted.unit,
    lrv: wanted.lrv,
    urv: wanted.urv,
    transfer,
    ...(transfer.kind === 'linear' && rest.pointScale === 'output' && { pointScale: 'input' as const }),
    displayScale: lower === null || upper === null ? null : { lower, upper, unit: wanted.displayUnit.trim() },
    setUp: deviceOf(present.setUp ?? {}, wanted),
  }
}

function transferOf({ application, cutOffPercent }: SetUpWanted): Configuration['transfer'] {
  if (!isFlow(application)) return { kind: 'linear' }
  const kind = application === 'flow-line' ? 'root-with-line' : 'root-to-zero'
  return { kind, cutOffPercent: cutOffPercent ?? 0 }
}

function deviceOf(present: DeviceSetUp, wanted: SetUpWanted): NonNullable<Configuration['setUp']> {
  const linear = wanted.application === 'level' || wanted.application === 'pressure' ? wanted.application : undefined
  const said = {
    ...present,
    application: linear,
    dampingSeconds: wanted.dampingSeconds ?? undefined,
    displayDecimals: wanted.displayDecimals ?? undefined,
    displayDampingSeconds: wanted.displayDampingSeconds ?? undefined,
    startView: wanted.startView ?? undefined,
    failure: wanted.failure ?? undefined,
    alarmLowMilliamp: wanted.alarmLowMilliamp ?? undefined,
    alarmHighMilliamp: wanted.alarmHighMilliamp ?? undefined,
    deviceTag: wanted.deviceTag.trim() || undefined,
    isWriteProtected: wanted.isWriteProtected,
  }
  return Object.fromEntries(Object.entries(said).filter(([, value]) => value !== undefined))
}

/** A configuration in another unit, to nine digits; limits carry units of their own. */
export function inUnit(configuration: Configuration, unit: PressureUnit): Configuration {
  if (configuration.unit === unit) return configuration
  const of = (value: number) => Number(convertPressure(value, configuration.unit, unit).toPrecision(9))
  const { body, readability, pointScale, testPoints } = configuration
  return {
    ...configuration,
    unit,
    lrl: of(configuration.lrl),
    url: of(configuration.url),
    minSpan: of(configuration.minSpan),
    lrv: of(configuration.lrv),
    urv: of(configuration.urv),
    ...(pointScale === 'value' && { testPoints: testPoints.map(of) }),
    ...(readability && { readability: { ...readability, division: of(readability.division) } }),
    ...(body && {
      body: {
        ...body,
        maxSpan: body.maxSpan === null ? null : of(body.maxSpan),
        links: body.links.map((link) => ({ ...link, minSpan: of(link.minSpan), maxSpan: of(link.maxSpan) })),
      },
    }),
  }
}

/** The ends of the range in another unit, rounded to what can be set. */
export function rangeInUnit(
  range: { readonly lrv: number; readonly urv: number },
  from: PressureUnit,
  to: PressureUnit,
): { readonly lrv: number; readonly urv: number } {
  return settableRange({ lrv: convertPressure(range.lrv, from, to), urv: convertPressure(range.urv, from, to) })
}
