import { describe, expect, test } from 'vitest'
import { CONFIGURATION, METER, PUMP } from '../../tests/support/benchPlant'
import { inPlace } from '../../tests/support/ownReference'
import type { WorkingReference } from '../schema/world'
import { outputOfferFor, referenceOffers } from './referenceOffers'

const TODAY = '2026-11-20'
const pump = (change: Partial<Extract<WorkingReference, { quantity: 'pressure' }>>): WorkingReference =>
  ({ ...PUMP, ...change }) as WorkingReference // quantity stays
const inputs = (...standards: WorkingReference[]) => referenceOffers(CONFIGURATION, inPlace(standards), TODAY).inputs

describe('which reference suits', () => {
  test('in date, reaching, ratio by hand: 0.5 % of 100 kPa over 0.02 % of 300 kPa is 8.3', () => {
    expect(inputs(PUMP)).toMatchObject([{ mark: 'inside', ratioText: '8.3 : 1', remarks: [] }])
    expect(inputs(PUMP)[0]?.ratio).toBeCloseTo(0.5 / 0.06, 9)
  })
  test('at no pressure an accuracy of the reading alone is none: no figure stands for that', () => {
    const ofReading = { combine: 'sum' as const, terms: [{ kind: 'percentReading' as const, value: 0.01 }] }
    expect(inputs(pump({ accuracy: ofReading, rangeHigh: 10 }))).toMatchObject([{ ratioText: 'over 999 : 1' }])
  })
  test('out of date is unfit, however good it is', () => {
    expect(inputs(pump({ dueOn: '2026-11-19' }))).toMatchObject([
      { mark: 'outside', remarks: ['certificate out of date since 19 Nov 2026'] },
    ])
  })
  test('on its last day it is still in date, but due', () => {
    expect(inputs(pump({ dueOn: TODAY }))).toMatchObject([{ mark: 'look', remarks: ['due 20 Nov 2026'] }])
  })
  test('under four to one is a remark (common practice; Z540.3 handbook), not a refusal', () => {
    const coarse = pump({ accuracy: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.1 }] } })
    expect(inputs(coarse)).toMatchObject([{ mark: 'look', remarks: ['ratio 1.7 : 1, under 4 : 1'] }])
  })
  test('too short for one point, and none reaches all: good for a sub-range, and it says so', () => {
    expect(inputs(pump({ rangeHigh: 99 }))).toMatchObject([{ mark: 'look', remarks: ['reaches 2 of 3 points'] }])
  })
  test('an absolute reference is not offered for gauge pressure', () => {
    expect(inputs(pump({ pressureKind: 'absolute' }))).toEqual([])
  })
  test('the best comes first: fit before look before unfit, then by ratio', () => {
    const named = (code: string, change: object) => pump({ code, ...change })
    const better = { accuracy: { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value: 0.01 }] } }
    const order = inputs(
      named('old', { ...better, dueOn: '2026-01-01' }),
      named('good', {}),
      named('soon', { ...better, dueOn: '2026-12-01' }),
      named('best', better),
    )
    expect(order.map((offer) => offer.standard.code)).toEqual(['best', 'good', 'soon', 'old'])
  })
})

describe('what reads the output', () => {
  test('a current signal needs a current meter: 0.5 % of 16 mA over 0.02 % of 30 mA is 13.3', () => {
    const { outputs } = referenceOffers(CONFIGURATION, inPlace([PUMP, METER]), TODAY)
    expect(outputs).toMatchObject([{ standard: { code: 'T-M' }, ratioText: '13.3 : 1' }])
  })
  test('a pneumatic signal is read with a pressure reference; one that tops out below it is unfit', () => {
    const pneumatic = { ...CONFIGURATION, signal: '20-100kPa' as const }
    const { outputs } = referenceOffers(
      pneumatic,
      inPlace([PUMP, METER, pump({ code: 'short', rangeHigh: 80 })]),
      TODAY,
    )
    expect(outputs?.map(({ standard, mark }) => [standard.code, mark])).toEqual([
      ['T-P', 'inside'],
      ['short', 'outside'],
    ])
  })
  test('a pressure reference stated in units of pressure reads a pneumatic signal: 0.4 kPa over 20 Pa is 20 to 1', () => {
    const inPascals = pump({ accuracy: { combine: 'sum', terms: [{ kind: 'absolute', value: 20, unit: 'Pa' }] } })
    const { outputs } = referenceOffers({ ...CONFIGURATION, signal: '20-100kPa' }, inPlace([inPascals]), TODAY)
    expect(outputs).toMatchObject([{ mark: 'inside', ratioText: '20.0 : 1' }])
  })
  test('a meter that begins above the foot of the signal does not reach it', () => {
    const { outputs } = referenceOffers(CONFIGURATION, inPlace([{ ...METER, rangeLow: 5 } as WorkingReference]), TODAY) // quantity stays
    expect(outputs).toMatchObject([{ mark: 'outside', ratio: null, remarks: ['reaches no point'] }])
  })
  test('a voltage signal with only a current meter has nothing to read it', () => {
    expect(referenceOffers({ ...CONFIGURATION, signal: '1-5V' }, inPlace([PUMP, METER]), TODAY).outputs).toEqual([])
  })
  test('an instrument read on its display needs nothing', () => {
    expect(referenceOffers({ ...CONFIGURATION, signal: 'display' }, inPlace([PUMP, METER]), TODAY).outputs).toBeNull()
  })
})

describe('what reads the output beside what gives the pressure', () => {
  const module = (change: object) => ({ ...METER, ...change }) as WorkingReference // quantity stays
  const offersWith = (meter: WorkingReference) =>
    referenceOffers(CONFIGURATION, inPlace([{ ...PUMP, deviceId: 'one' }, meter]), TODAY)
  test('not another module of the same device, unless that has a channel to spare', () => {
    expect(outputOfferFor(offersWith(module({ deviceId: 'one' })), [PUMP.id])).toBeUndefined()
    expect(outputOfferFor(offersWith(module({ deviceId: 'one', channels: 2 })), [PUMP.id])?.standard.id).toBe(METER.id)
    expect(outputOfferFor(offersWith(module({ deviceId: 'two' })), [PUMP.id])?.standard.id).toBe(METER.id)
  })
  test('no meter that is unfit: one whose certificate has run out is told, and not offered', () => {
    const offers = offersWith(module({ deviceId: 'two', dueOn: '2026-11-19' }))
    expect(offers.outputs?.map(({ mark }) => mark)).toEqual(['outside'])
    expect(outputOfferFor(offers, [PUMP.id])).toBeUndefined()
  })
})
