import { expect, test } from 'vitest'
import type { Draft, DraftGroup } from '../../kit/form/draft'
import { changeSetUp, type OwnEnds } from './setUpChange'

/** 0 … 40 kPa shown as 0 … 8 m. Invented. */
const REGISTERED = {
  ...{ lrv: 0, urv: 40, unit: 'kPa' as const, transfer: { kind: 'linear' as const } },
  displayScale: { lower: 0, upper: 8, unit: 'm' },
}
const OPENED = { unit: 'kPa', lrv: '0', urv: '40', application: 'level', displayLower: '0', displayUpper: '8' }

/** Types texts into boxes one after the other, as keys would leave them; the boxes afterwards. */
function typed(
  keys: readonly (readonly [box: string, text: string])[],
  {
    opened = OPENED,
    registered = REGISTERED,
  }: { opened?: DraftGroup; registered?: Parameters<typeof changeSetUp>[1] } = {},
): DraftGroup {
  let draft: DraftGroup = opened
  const own: OwnEnds = { current: null }
  const change = (path: readonly (string | number)[], part: Draft) => {
    draft = { ...draft, [String(path[0])]: part }
  }
  for (const [box, text] of keys) changeSetUp({ draft, change }, registered, own)([box], text)
  return draft
}
const urv = (...texts: readonly string[]) => texts.map((text) => ['urv', text] as const)

test.each([
  ['replaced at once', urv('60')],
  ['typed over, key by key', urv('6', '60')],
  ['emptied first', urv('4', '', '6', '60')],
  ['through nonsense', urv('4', '', '-', '', '0', '', '6', '60')],
])('a range widened takes its display along, %s: 12 m over 60 kPa', (_how, keys) => {
  expect(typed(keys)).toMatchObject({ urv: '60', displayLower: '0', displayUpper: '12' })
})

test('a display that was typed by hand is left as it is', () => {
  expect(typed([['displayUpper', '9'], ...urv('60')])).toMatchObject({ displayUpper: '9' })
})

test('in another unit the display stands, and goes on with the range: 0.6 bar are 60 kPa (NIST SP 811)', () => {
  const inBar = typed([['unit', 'bar']])
  expect(inBar).toMatchObject({ lrv: '0', urv: '0.4', displayUpper: '8' })
  expect(typed([['unit', 'bar'], ...urv('0.6')])).toMatchObject({ displayUpper: '12' })
})

test('of a flow it goes with the root, in the device or in the host; between line and flow it does not', () => {
  const rooted = { ...REGISTERED, transfer: { kind: 'root-to-zero' as const, cutOffPercent: 5 } }
  const opened = { ...OPENED, application: 'flow-drop' }
  expect(typed(urv('160'), { opened, registered: rooted })).toMatchObject({ displayUpper: '16' })
  expect(typed(urv('160'), { registered: { ...REGISTERED, hostRoot: true } })).toMatchObject({ displayUpper: '16' })
  expect(typed(urv('160'), { opened })).toMatchObject({ displayUpper: '8' })
})

test('without a display nothing is put into its boxes', () => {
  const opened = { ...OPENED, displayLower: '', displayUpper: '' }
  const registered = { ...REGISTERED, displayScale: null }
  expect(typed(urv('60'), { opened, registered })).toMatchObject({ displayLower: '', displayUpper: '' })
})
