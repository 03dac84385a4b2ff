import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { SIGNALS } from '../signal/signal'
import { LINEAR } from '../transfer/transfer'
import { fitIssues, fitIssueWords, linkForSpan } from './fitIssues'
import { outputTable } from './outputTable'
import { pointsForNewRange } from './pointsForNewRange'
import { fittingCapsules, type RangeRequest, rangeVerdict, turndownOf } from './rangeVerdict'
import { referenceReach } from './referenceReach'
import { minSpanOfTurndown, type SensorBody } from './sensorBody'

const body = (maxSpan: number, minSpan = minSpanOfTurndown(maxSpan, 4)): SensorBody => ({
  lrl: -maxSpan,
  url: maxSpan,
  minSpan,
  maxSpan,
  links: [],
  allowsReverse: false,
})

describe('the 60, 200 and 800 inH2O bodies, 4:1: common practice, no source', () => {
  test.each([
    [60, 15],
    [200, 50],
    [800, 200],
  ])('body %i: smallest span %i', (maxSpan, minSpan) => {
    expect(body(maxSpan).minSpan).toBe(minSpan)
    expect(fitIssues({ lrv: 0, urv: minSpan }, body(maxSpan))).toEqual([])
    expect(fitIssues({ lrv: 0, urv: minSpan - 1 }, body(maxSpan)).map(({ code }) => code)).toEqual(['span-too-small'])
    expect(fitIssues({ lrv: -maxSpan / 2, urv: maxSpan }, body(maxSpan)).map(({ code }) => code)).toEqual([
      'span-too-large',
    ])
  })
  test('a bidirectional ±100 body needs at least 50 of span', () => {
    const both = { ...body(100), minSpan: 50, maxSpan: 200 }
    expect(fitIssues({ lrv: -100, urv: 100 }, both)).toEqual([])
    expect(fitIssues({ lrv: -25, urv: 25 }, both)).toEqual([])
    expect(fitIssues({ lrv: -20, urv: 20 }, both)).toHaveLength(1)
  })
})

describe('capsules 20 … 205 and 200 … 850 inH2O with link bands: common practice, no source', () => {
  const links = [
    { name: 'low', minSpan: 20, maxSpan: 49 },
    { name: 'medium', minSpan: 50, maxSpan: 99 },
    { name: 'high', minSpan: 100, maxSpan: 205 },
  ]
  const small: SensorBody = { ...body(205), minSpan: 20, links }
  const large: SensorBody = { ...body(850), minSpan: 200 }
  const request = (wanted: { lrv: number; urv: number }, changes: Partial<RangeRequest> = {}) =>
    rangeVerdict({
      present: { lrv: 0, urv: 60 },
      wanted,
      body: small,
      presentLink: 'medium',
      stock: [{ code: 'large', body: large, count: 1 }],
      isFixed: false,
      ...changes,
    })
  test.each([
    [0, 60, { kind: 'unchanged' }],
    [0, 90, { kind: 're-range', place: 'field' }],
    [-30, 60, { kind: 're-range', place: 'field' }],
    [0, 40, { kind: 'link', place: 'field', from: 'medium', to: 'low' }],
    [0, 150, { kind: 'link', place: 'field', from: 'medium', to: 'high' }],
  ])('%i … %i', (lrv, urv, verdict) => {
    expect(request({ lrv, urv })).toEqual(verdict)
  })
  test('0 … 300 needs the large capsule, in the shop; without one in stock it cannot be done', () => {
    expect(request({ lrv: 0, urv: 300 })).toMatchObject({ kind: 'capsule', place: 'shop', capsule: { code: 'large' } })
    const none = request({ lrv: 0, urv: 300 }, { stock: [{ code: 'large', body: large, count: 0 }] })
    expect(none).toMatchObject({ kind: 'impossible', because: [{ code: 'above-url' }, { code: 'span-too-large' }] })
  })
  test('0 … 10 is too small for every one of them, and each says why', () => {
    expect(request({ lrv: 0, urv: 10 })).toMatchObject({
      kind: 'impossible',
      because: [{ code: 'span-too-small', minSpan: 20 }],
      tried: [{ code: 'large', issues: [{ code: 'span-too-small', minSpan: 200 }] }],
    })
  })
  test('a negative span on a body that cannot act in reverse is refused in words', () => {
    const verdict = request({ lrv: 90, urv: 0 })
    expect(verdict.kind).toBe('impossible')
    expect('because' in verdict && verdict.because.map((issue) => fitIssueWords(issue, 'kPa'))).toEqual([
      'URV lies below LRV, and this body cannot act in reverse',
    ])
  })
  test('the range of a dial is printed on it', () => {
    expect(request({ lrv: 0, urv: 90 }, { isFixed: true })).toMatchObject({ kind: 'impossible', isFixed: true })
  })
  test('a link whose position nobody knows has to be looked at', () => {
    expect(request({ lrv: 0, urv: 80 }, { presentLink: null })).toMatchObject({
      kind: 'link',
      from: null,
      to: 'medium',
    })
  })
  test('a span in the gap of two bands belongs to the lower one; the present link stays where two serve', () => {
    expect(linkForSpan(49.5, links, null)?.name).toBe('low')
    expect(linkForSpan(206, links, null)).toBeNull()
    const touching = [links[0], { name: 'medium', minSpan: 49, maxSpan: 99 }].filter((link) => link !== undefined)
    expect(linkForSpan(49, touching, 'medium')?.name).toBe('medium')
    expect(linkForSpan(49, touching, null)?.name).toBe('low')
  })
  test('of two capsules that fit, the one that is used more of comes first', () => {
    const stock = [
      { code: 'huge', body: { ...body(2000), minSpan: 100 }, count: 2 },
      { code: 'large', body: large, count: 1 },
    ]
    expect(fittingCapsules({ lrv: 0, urv: 300 }, stock).map(({ code }) => code)).toEqual(['large', 'huge'])
  })
})

test('whatever fits lies inside the limits and between the spans; whatever does not says why', () => {
  fc.assert(
    fc.property(fc.integer({ min: -300, max: 300 }), fc.integer({ min: -300, max: 300 }), (lrv, urv) => {
      const sensor = { ...body(200), allowsReverse: true }
      const size = Math.abs(urv - lrv)
      const fits = lrv !== urv && Math.min(lrv, urv) >= -200 && Math.max(lrv, urv) <= 200 && size >= 50 && size <= 200
      const issues = fitIssues({ lrv, urv }, sensor)
      expect(issues.length === 0).toBe(fits)
      for (const issue of issues) expect(fitIssueWords(issue, 'kPa')).not.toContain('NaN')
    }),
    { seed: 20261125 },
  )
})

describe('output table, points and reference', () => {
  const range = { lrv: -20, urv: 60, unit: 'kPa' } as const
  test('mA and host at the quarters, by hand', () => {
    const rows = outputTable({
      range,
      scale: SIGNALS['4-20mA'],
      transfer: LINEAR,
      display: { lower: 0, upper: 4, unit: 'm' },
    })
    expect(rows.map(({ input, output, shown }) => [input, output, shown])).toEqual([
      [-20, 4, 0],
      [0, 8, 1],
      [20, 12, 2],
      [40, 16, 3],
      [60, 20, 4],
    ])
  })
  test('with the root in the transmitter, a quarter of the difference is half the flow: 12 mA', () => {
    const rows = outputTable({
      range: { lrv: 0, urv: 40, unit: 'kPa' },
      scale: SIGNALS['4-20mA'],
      transfer: { kind: 'root-to-zero', cutOffPercent: 10 },
      display: { lower: 0, upper: 60, unit: 't/h' },
    })
    expect(rows[1]).toEqual({ percent: 25, input: 10, output: 12, shown: 30 })
  })
  test('points given as values keep their place in the span', () => {
    const wanted = { lrv: 0, urv: 40, unit: 'kPa' } as const
    expect(pointsForNewRange({ scale: 'value', points: [-20, 20, 60] }, range, wanted)).toEqual([0, 20, 40])
    expect(pointsForNewRange({ scale: 'input', points: [0, 50, 100] }, range, wanted)).toEqual([0, 50, 100])
  })
  test('turndown, and how far a reference reaches', () => {
    expect(turndownOf({ lrv: -20, urv: 60 }, body(200))).toBe(2.5)
    expect(referenceReach(range, { low: -10, high: 100 })).toEqual({
      reaches: false,
      missingBelow: 10,
      missingAbove: 0,
      headroom: 40,
    })
  })
})
