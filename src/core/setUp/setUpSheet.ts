import { formatPlain } from '../format/formatNumber'
import type { DisplayScale } from '../transfer/displayScale'
import type { Transfer } from '../transfer/transfer'
import { decimalsOf, decimalText, typedNumber } from '../units/decimalText'
import { convertPressure, type PressureUnit, pressureUnitLabel } from '../units/pressureUnit'
import { APPLICATIONS, type Application } from './application'
import { type DeviceSetUp, FAILURE_DIRECTIONS, START_VIEWS } from './deviceSetUp'

/** Everything that is keyed into a device. */
export type SetUpState = {
  readonly kind: string
  readonly unit: PressureUnit
  readonly lrv: number
  readonly urv: number
  readonly transfer: Transfer
  readonly displayScale: DisplayScale | null
  readonly device: DeviceSetUp
}

/** One value to be keyed in or looked at. */
export type SetUpItem = {
  readonly id: string
  readonly name: string
  readonly why: string
  /** As it was; null where nobody has said. */
  readonly before: string | null
  readonly after: string
  /** What a read-back is compared with. */
  readonly expected: number | string
  readonly isChanged: boolean
}

type Draft = {
  readonly id: string
  readonly name: string
  readonly why: string
  readonly unit?: string
  readonly before: number | string | undefined
  readonly after: number | string | undefined
  /** The same in the unit before, where that is another one. */
  readonly also?: string | undefined
}

/**
 * What to key in, in the order that keeps a device consistent: write protection off first, the unit before the range, the
 * range before the display, the application before the unit of the display, write protection on last. Values nobody has
 * said are left out. Common practice, no source; the maker's manual goes before it.
 */
export function setUpSheet(before: SetUpState, after: SetUpState): SetUpItem[] {
  const both: Both = [before, after]
  return [
    ...unprotect(before, after),
    ...identityDrafts(both),
    ...rangeDrafts(before, after),
    ...outputDrafts(both),
    ...displayDrafts(before, after),
    ...failureDrafts(both),
    ...protect(before, after),
  ].flatMap(itemOf)
}

const identityDrafts = (both: Both): Draft[] => [
  text(
    'device-tag',
    'Tag in the device',
    'whoever reads it by communicator sees which one it is',
    both,
    (s) => s.device.deviceTag,
  ),
  text('unit', 'Unit of measure', 'first: a device reckons its range anew when the unit changes', both, (s) =>
    pressureUnitLabel(s.unit),
  ),
]

const outputDrafts = (both: Both): Draft[] => [
  seconds(
    'damping',
    'Damping of the output',
    'five times as long has to be waited at every point',
    both,
    (s) => s.device.dampingSeconds,
  ),
  text(
    'application',
    'Application',
    'before the display: it decides what the display can show',
    both,
    (s) => APPLICATIONS[applicationOf(s)],
  ),
  number('cut-off', 'Low-flow cut-off', '% of flow', 'below it the root is too steep to be trusted', both, cutOffOf),
]

const failureDrafts = (both: Both): Draft[] => [
  text(
    'failure',
    'On failure the current goes',
    'whatever listens must see a failure, never a value',
    both,
    (s) => s.device.failure && FAILURE_DIRECTIONS[s.device.failure],
  ),
  number(
    'alarm-low',
    'Lower alarm level',
    'mA',
    'NAMUR NE 43 keeps 3.6 mA and below for failure',
    both,
    (s) => s.device.alarmLowMilliamp,
  ),
  number(
    'alarm-high',
    'Upper alarm level',
    'mA',
    'NAMUR NE 43 keeps 21 mA and above for failure',
    both,
    (s) => s.device.alarmHighMilliamp,
  ),
]

type Both = readonly [before: SetUpState, after: SetUpState]
type Read<T> = (state: SetUpState) => T | undefined

const text = (id: string, name: string, why: string, [before, after]: Both, read: Read<string>): Draft => ({
  ...{ id, name, why },
  before: read(before),
  after: read(after),
})
const number = (
  id: string,
  name: string,
  unit: string,
  why: string,
  [before, after]: Both,
  read: Read<number>,
): Draft => ({ id, name, unit, why, before: read(before), after: read(after) })
const seconds = (id: string, name: string, why: string, both: Both, read: Read<number>): Draft =>
  number(id, name, 's', why, both, read)

function itemOf({ id, name, why, unit, before, after, also }: Draft): SetUpItem[] {
  if (after === undefined || after === '') return []
  const shown = (value: number | string) =>
    [typeof value === 'number' ? formatPlain(value) : value, unit].filter(Boolean).join(' ')
  const isSame = before !== undefined && before === after && also === undefined
  return [
    {
      ...{ id, name, why },
      before: before === undefined || before === '' ? null : (also ?? shown(before)),
      after: shown(after),
      expected: after,
      isChanged: !isSame,
    },
  ]
}

/** Both ends, the one first that keeps the range the right way round on the way. */
function rangeDrafts(before: SetUpState, after: SetUpState): Draft[] {
  const unit = pressureUnitLabel(after.unit)
  const inNew = (value: number) => convertPressure(value, before.unit, after.unit)
  const isOtherUnit = before.unit !== after.unit
  const end = (id: 'lrv' | 'urv', name: string, why: string): Draft => ({
    ...{ id, name, why, unit },
    before: before[id],
    after: after[id],
    also: isOtherUnit
      ? `${formatPlain(before[id])} ${pressureUnitLabel(before.unit)} = ${formatPlain(Number(inNew(before[id]).toPrecision(6)))} ${unit}`
      : undefined,
  })
  const low = end('lrv', 'LRV (0 %)', 'moves where the output begins; corrects nothing')
  const high = end('urv', 'URV (100 %)', 'moves where the output ends; corrects nothing')
  // With the new LRV and the old URV the range would be turned round on the way, or have no span.
  const wouldTurn = Math.sign(inNew(before.urv) - after.lrv) !== Math.sign(after.urv - after.lrv)
  return wouldTurn ? [high, low] : [low, high]
}

function displayDrafts(before: SetUpState, after: SetUpState): Draft[] {
  const both: Both = [before, after]
  const unit = after.displayScale?.unit ?? ''
  const lower = number(
    'display-lower',
    'Display at 0 %',
    unit,
    'after the range: some devices reset it with the range',
    both,
    (s) => s.displayScale?.lower,
  )
  const upper = number(
    'display-upper',
    'Display at 100 %',
    unit,
    'what people read at the instrument',
    both,
    (s) => s.displayScale?.upper,
  )
  return [
    text(
      'display-unit',
      'Unit on the display',
      'after the application: it decides which units there are',
      both,
      (s) => s.displayScale?.unit,
    ),
    lower,
    upper,
    number(
      'display-decimals',
      'Decimals on the display',
      '',
      'as many as mean something',
      both,
      (s) => s.device.displayDecimals,
    ),
    text(
      'start-view',
      'Display starts with',
      'what is seen first is taken for the value',
      both,
      (s) => s.device.startView && START_VIEWS[s.device.startView],
    ),
    seconds(
      'display-damping',
      'Damping of the display',
      'the display may be calmer than the output',
      both,
      (s) => s.device.displayDampingSeconds,
    ),
  ]
}

/** What the device is to reckon: pressure, level, or flow with its way below the cut-off. */
export function applicationOf({
  kind,
  transfer,
  device,
}: Pick<SetUpState, 'kind' | 'transfer' | 'device'>): Application {
  if (transfer.kind === 'root-to-zero') return 'flow-drop'
  if (transfer.kind === 'root-with-line') return 'flow-line'
  return device.application ?? (kind === 'level-transmitter' ? 'level' : 'pressure')
}

const cutOffOf = ({ transfer }: SetUpState) => ('cutOffPercent' in transfer ? transfer.cutOffPercent : undefined)

const protection = (state: SetUpState) =>
  state.device.isWriteProtected === undefined ? undefined : state.device.isWriteProtected ? 'on' : 'off'

/** Nothing can be keyed in while it is on. */
const unprotect = (before: SetUpState, after: SetUpState): Draft[] =>
  before.device.isWriteProtected || after.device.isWriteProtected === false
    ? [
        {
          id: 'unprotect',
          name: 'Write protection',
          why: 'nothing is taken while it is on',
          before: protection(before),
          after: 'off',
        },
      ]
    : []

const protect = (before: SetUpState, after: SetUpState): Draft[] =>
  after.device.isWriteProtected
    ? [
        {
          id: 'protect',
          name: 'Write protection',
          why: 'last: what was set stays as it was set',
          before: before.device.isWriteProtected ? 'off' : protection(before),
          after: 'on',
        },
      ]
    : []

/**
 * Whether what was read back is what was to be keyed in: as a number where it is one, to its last digit, else by its
 * letters.
 */
export function isReadBack(item: Pick<SetUpItem, 'expected'>, readBack: string): boolean {
  const typed = readBack.trim()
  const { expected } = item
  if (typeof expected === 'string') return typed.toLowerCase() === expected.toLowerCase()
  const value = typedNumber(typed)
  if (value === null) return false
  const decimals = decimalsOf(decimalText(typed, 'readBack'))
  return Math.abs(value - expected) <= 0.5 * 10 ** -decimals + Math.abs(expected) * 1e-9
}
