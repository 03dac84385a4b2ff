import { ADJUSTED_BY } from '@/core/adjust/adjustedBy'
import { HOOK_UPS } from '@/core/run/plan/hookUp'
import { POINT_ORDERS } from '@/core/run/plan/plan'
import { POINT_SCALES } from '@/core/run/plan/pointScale'
import { FAILURE_DIRECTIONS, START_VIEWS } from '@/core/setUp/deviceSetUp'
import { SIGNAL_IDS, signalLabel } from '@/core/signal/signal'
import { PRESSURE_KINDS } from '@/core/units/pressureKind'
import { INSTRUMENT_KINDS } from '@/schema/configuration'
import {
  type Column,
  choiceColumn,
  column,
  dateColumn,
  jsonColumn,
  limitColumn,
  mediaColumn,
  unitColumn,
  yesColumn,
} from './column'

const labels = <T extends Record<string, { readonly label: string }>>(of: T) =>
  Object.fromEntries(Object.entries(of).map(([id, { label }]) => [id, label]))
const SIGNAL_WORDS = Object.fromEntries(SIGNAL_IDS.map((id) => [id, signalLabel(id)]))
const TRANSFERS = { linear: 'linear', 'root-to-zero': 'root, to zero', 'root-with-line': 'root, straight line' }

const of = (path: string) => `configuration.${path}`
const required = true
const points = (value: unknown) => (Array.isArray(value) ? value.join('; ') : '')

/** The list of instruments as a file. */
export const INSTRUMENT_COLUMNS: readonly Column[] = [
  column({ key: 'tag', title: 'Tag', aliases: ['tag number', 'instrument', 'loop tag'], isRequired: required }),
  column({ key: of('description'), title: 'Description', aliases: ['service', 'name'], isRequired: required }),
  column({ key: of('area'), title: 'Area', aliases: ['location', 'unit area', 'plant area'], isRequired: required }),
  choiceColumn(INSTRUMENT_KINDS, { key: of('kind'), title: 'Kind', aliases: ['type'], isRequired: required }),
  choiceColumn(labels(PRESSURE_KINDS), {
    key: of('pressureKind'),
    title: 'Pressure',
    aliases: ['pressure kind'],
    isRequired: required,
  }),
  unitColumn({
    key: of('unit'),
    title: 'Unit',
    aliases: ['range unit', 'engineering unit', 'eu'],
    isRequired: required,
  }),
  column({ key: of('lrl'), title: 'LRL', aliases: ['lower range limit', 'sensor lower limit'], isRequired: required }),
  column({ key: of('url'), title: 'URL', aliases: ['upper range limit', 'sensor upper limit'], isRequired: required }),
  column({ key: of('minSpan'), title: 'Smallest span', aliases: ['minimum span', 'min span'], isRequired: required }),
  column({
    key: of('lrv'),
    title: 'LRV',
    aliases: ['range from', 'lower range value', 'range low'],
    isRequired: required,
  }),
  column({
    key: of('urv'),
    title: 'URV',
    aliases: ['range to', 'upper range value', 'range high'],
    isRequired: required,
  }),
  choiceColumn(SIGNAL_WORDS, {
    key: of('signal'),
    title: 'Output',
    aliases: ['signal', 'output signal'],
    isRequired: required,
  }),
  limitColumn({
    key: of('errorLimit'),
    title: 'Error limit',
    aliases: ['mpe', 'tolerance', 'accuracy'],
    isRequired: required,
  }),
  limitColumn({ key: of('adjustLimit'), title: 'Adjust limit' }),
  column({ key: of('limitSource'), title: 'Source of the limit' }),
  column({
    key: of('intervalMonths'),
    title: 'Interval, months',
    aliases: ['interval', 'calibration interval'],
    isRequired: required,
  }),
  column({
    key: of('testPoints'),
    title: 'Test points',
    aliases: ['points'],
    hint: '0; 25; 50; 75; 100',
    isRequired: required,
    write: points,
  }),
  choiceColumn(POINT_ORDERS, { key: of('pointOrder'), title: 'Points taken', isRequired: required }),
  choiceColumn(POINT_SCALES, { key: of('pointScale'), title: 'Points in' }),
  choiceColumn(HOOK_UPS, { key: of('hookUp'), title: 'Hook-up', aliases: ['manifold'] }),
  choiceColumn(ADJUSTED_BY, { key: of('adjustedBy'), title: 'Adjusted by' }),
  choiceColumn(TRANSFERS, { key: of('transfer.kind'), title: 'Transfer' }),
  column({ key: of('transfer.cutOffPercent'), title: 'Cut-off, % of flow' }),
  column({ key: of('displayScale.lower'), title: 'Display at 0 %' }),
  column({ key: of('displayScale.upper'), title: 'Display at 100 %' }),
  column({ key: of('displayScale.unit'), title: 'Display unit' }),
  yesColumn({ key: of('hostRoot'), title: 'Host takes the root' }),
  column({ key: of('nameplate.maker'), title: 'Maker', aliases: ['manufacturer'] }),
  column({ key: of('nameplate.model'), title: 'Model' }),
  column({ key: of('nameplate.serialNumber'), title: 'Serial number', aliases: ['serial', 'serial no'] }),
  column({ key: of('readability.division'), title: 'Division' }),
  column({ key: of('readability.fraction'), title: 'Read to a fraction of', hint: '1, 0.5, 0.25, 0.2 or 0.1' }),
  column({ key: of('repeatabilityPercentSpan'), title: 'Repeatability, % of span' }),
  column({ key: of('owner'), title: 'Owner' }),
  mediaColumn({ key: of('touchedBy'), title: 'Touched only by' }),
  column({ key: of('setUp.dampingSeconds'), title: 'Damping, s' }),
  column({ key: of('setUp.displayDampingSeconds'), title: 'Damping of the display, s' }),
  column({ key: of('setUp.displayDecimals'), title: 'Display decimals' }),
  choiceColumn({ pressure: 'pressure', level: 'level' }, { key: of('setUp.application'), title: 'Application' }),
  choiceColumn(START_VIEWS, { key: of('setUp.startView'), title: 'Start view' }),
  choiceColumn(FAILURE_DIRECTIONS, { key: of('setUp.failure'), title: 'Failure' }),
  column({ key: of('setUp.alarmLowMilliamp'), title: 'Low alarm, mA' }),
  column({ key: of('setUp.alarmHighMilliamp'), title: 'High alarm, mA' }),
  yesColumn({ key: of('setUp.isWriteProtected'), title: 'Write-protected' }),
  column({ key: of('setUp.deviceTag'), title: 'Tag in the device' }),
  column({ key: of('setUp.mounting'), title: 'Mounting' }),
  jsonColumn({ key: of('body'), title: 'Body' }),
  dateColumn({
    key: 'before.calibratedOn',
    title: 'Last calibrated',
    aliases: ['last calibration', 'calibrated on', 'last calibration date'],
  }),
  dateColumn({ key: 'before.dueOn', title: 'Due', aliases: ['due date', 'next due', 'due on'] }),
]

/** What stands where a cell is empty. */
export const INSTRUMENT_START = { configuration: { adjustLimit: null } }
