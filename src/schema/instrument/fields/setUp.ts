import { formatPlain } from '@/core/format/formatNumber'
import { type DeviceSetUp, FAILURE_DIRECTIONS, START_VIEWS } from '@/core/setUp/deviceSetUp'
import { DeviceSetUpForm, DeviceSetUpStored, type SetUpBoxes } from '../../deviceSetUp'
import { choiceColumn, column, yesColumn } from '../../list/column'
import { boxText, type InstrumentField } from '../instrumentField'

const shapes = {
  stored: DeviceSetUpStored.optional(),
  entered: DeviceSetUpStored.optional(),
  typed: DeviceSetUpForm.optional(),
}

/** What is keyed into it beside its range; each part is left out where nobody has said. */
export const setUp: InstrumentField<typeof shapes, SetUpBoxes> = {
  shapes,
  sql: 'particulars',
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: {
    empty: setUpBoxes({}),
    filled: (set) => setUpBoxes(set ?? {}),
    forAnother: (boxes) => ({ ...boxes, deviceTag: '' }),
  },
  drawn: {
    group: 'set-up',
    own: [
      'Mounted, and how it is tilted',
      'Damping, s',
      'Damping of the display, s',
      'Decimals on the display',
      'Display starts with',
      'Tag in the device',
      'Write protection',
      'On failure',
      'Lower alarm level, mA',
      'Upper alarm level, mA',
    ],
  },
  columns: [
    column({ key: 'configuration.setUp.dampingSeconds', title: 'Damping, s' }),
    column({ key: 'configuration.setUp.displayDampingSeconds', title: 'Damping of the display, s' }),
    column({ key: 'configuration.setUp.displayDecimals', title: 'Display decimals' }),
    choiceColumn(
      { pressure: 'pressure', level: 'level' },
      { key: 'configuration.setUp.application', title: 'Application' },
    ),
    choiceColumn(START_VIEWS, { key: 'configuration.setUp.startView', title: 'Start view' }),
    choiceColumn(FAILURE_DIRECTIONS, { key: 'configuration.setUp.failure', title: 'Failure' }),
    column({ key: 'configuration.setUp.alarmLowMilliamp', title: 'Low alarm, mA' }),
    column({ key: 'configuration.setUp.alarmHighMilliamp', title: 'High alarm, mA' }),
    yesColumn({ key: 'configuration.setUp.isWriteProtected', title: 'Write-protected' }),
    column({ key: 'configuration.setUp.deviceTag', title: 'Tag in the device' }),
    column({ key: 'configuration.setUp.mounting', title: 'Mounting' }),
  ],
  nameplate: [{ place: 170, term: 'Set-up', words: (c) => (c.setUp ? setUpWords(c.setUp) : null) }],
  // The certificate says damping too, with what was found beside it.
  certificate: [{ place: 115, term: 'Mounting', words: (c) => c.setUp?.mounting || null }],
  listCell: null,
}

function setUpBoxes(set: DeviceSetUp): SetUpBoxes {
  return {
    application: set.application ?? '',
    dampingSeconds: boxText(set.dampingSeconds),
    displayDampingSeconds: boxText(set.displayDampingSeconds),
    displayDecimals: boxText(set.displayDecimals),
    startView: set.startView ?? '',
    failure: set.failure ?? '',
    alarmLowMilliamp: boxText(set.alarmLowMilliamp),
    alarmHighMilliamp: boxText(set.alarmHighMilliamp),
    isWriteProtected: set.isWriteProtected === undefined ? '' : set.isWriteProtected ? 'yes' : 'no',
    deviceTag: set.deviceTag ?? '',
    mounting: set.mounting ?? '',
  }
}

function setUpWords(set: DeviceSetUp): string | null {
  const parts = [
    set.mounting && `mounted ${set.mounting}`,
    set.application && `application ${set.application}`,
    set.dampingSeconds !== undefined && `damping ${formatPlain(set.dampingSeconds)} s`,
    set.displayDampingSeconds !== undefined && `display damping ${formatPlain(set.displayDampingSeconds)} s`,
    set.displayDecimals !== undefined && `display decimals ${set.displayDecimals}`,
    set.startView && `display starts with ${START_VIEWS[set.startView]}`,
    set.failure && `on failure ${FAILURE_DIRECTIONS[set.failure]}`,
    set.alarmLowMilliamp !== undefined && `low alarm ${formatPlain(set.alarmLowMilliamp)} mA`,
    set.alarmHighMilliamp !== undefined && `high alarm ${formatPlain(set.alarmHighMilliamp)} mA`,
    set.isWriteProtected !== undefined && `write protection ${set.isWriteProtected ? 'on' : 'off'}`,
    set.deviceTag && `tag in the device ${set.deviceTag}`,
  ].filter((part) => typeof part === 'string' && part !== '')
  return parts.length === 0 ? null : parts.join(', ')
}
