import { describe, expect, test } from 'vitest'
import { impactChart } from '@/pictures/charts/impactChart'
import { LIGHT } from '@/pictures/palette'
import type { Configuration } from '@/schema/configuration'
import type { ImpactRow } from '@/schema/impact'
import { benchWorld } from '../../tests/support/benchPlant'
import { byGravity, impactRow, tellingRound } from './impactRow'
import { becomesWords, limitWords, meaningWords, wasWords } from './impactWords'

const ROW: ImpactRow = {
  ...{ sequence: 7, instrumentId: '', tag: 'X-1', description: '', area: '', day: '2026-05-01', doneSince: null },
  ...{ round: 'both', change: 'to-fail', basis: 'span', before: 0.25, after: 0.342, limit: 0.3 },
  ...{ shareBefore: 0.83, shareAfter: 1.14, riskBefore: 0.0004, riskAfter: 0.19, errorInput: -0.096, unitLabel: 'bar' },
}

describe('what changes, in words', () => {
  test('figures with as many decimals as the limit asks for, and the process the way it was read', () => {
    expect([wasWords(ROW), becomesWords(ROW), limitWords(ROW)]).toEqual(['+0.250 %', '+0.342 %', '±0.300'])
    expect(meaningWords(ROW)).toBe('0.096 bar low')
    expect(meaningWords({ ...ROW, errorInput: 0.1 })).toBe('0.10 bar high')
    const coarse = { ...ROW, basis: 'reading' as const, limit: 12, after: -13.04 }
    expect([becomesWords(coarse), limitWords(coarse)]).toEqual(['−13.0 % of reading', '±12.0'])
    expect(limitWords({ ...ROW, limit: 1.5 })).toBe('±1.50')
  })
  test('in doubt tells the risk, as far as it is worth telling', () => {
    const doubt = { ...ROW, change: 'in-doubt' as const }
    expect(meaningWords(doubt)).toBe('inside, risk under 0.1 % → 19 %')
    expect(meaningWords({ ...doubt, riskBefore: 0.011, riskAfter: 0.9995 })).toBe('inside, risk 1.1 % → over 99.9 %')
    expect(meaningWords({ ...doubt, riskBefore: null, riskAfter: null })).toBe('inside, by less than U')
  })
  test('what cannot be told is not told', () => {
    expect(meaningWords({ ...ROW, errorInput: null })).toBe('')
    expect(meaningWords({ ...ROW, change: 'to-pass' })).toBe('was rejected, and is inside')
  })
})

test('the gravest first; of equal ones that with the largest share, either way', () => {
  const row = (change: ImpactRow['change'], shareAfter: number) => ({ change, shareAfter })
  const all = [row('to-pass', 0.2), row('in-doubt', 0.9), row('to-fail', 1.1), row('to-fail', -1.4)]
  expect(all.toSorted(byGravity).map(({ shareAfter }) => shareAfter)).toEqual([-1.4, 1.1, 0.9, 0.2])
})

describe('errors are told as the record tells them', () => {
  const at = (errorPercentSpan: number) => ({
    ...{ percent: 10, applied: 10, errorPercentSpan, limitPercentSpan: 0.5, errorInput: 0.6 },
    ...{ expandedUncertaintyPercentSpan: 0.1, standardUncertaintyPercentSpan: 0.05 },
  })
  const told = (testPoints: readonly number[], terms: Configuration['errorLimit']['terms']) => {
    const { configuration } = benchWorld('X-1', { testPoints, errorLimit: { combine: 'sum', terms } })
    const outcome = (verdict: 'inside' | 'outside', error: number) => ({
      verdict,
      share: error / 0.5,
      isUncertain: true,
      nearest: at(error),
    })
    const asFound = { before: outcome('inside', 0.4), after: outcome('outside', 0.6) }
    const points = testPoints.map((percent, position) => ({ percent, position, direction: 'rising' as const }))
    return impactRow(
      {
        ...{ sequence: 1, instrumentId: '', tag: 'X-1', begunAt: new Date(0) },
        world: { configuration, points },
        asFound,
        asLeft: undefined,
      },
      'UTC',
    )
  }
  test('in % of span, or in % of reading over several decades: +0.6 % of span at a tenth of it is 6 % of what was applied', () => {
    expect(told([0, 50, 100], [{ kind: 'percentSpan', value: 0.5 }])).toMatchObject({
      basis: 'span',
      before: 0.4,
      after: 0.6,
      limit: 0.5,
    })
    const vacuum = told([0.01, 0.1, 1, 10, 100], [{ kind: 'percentReading', value: 5 }])
    expect(vacuum?.basis).toBe('reading')
    expect(vacuum?.after).toBeCloseTo(6, 9)
    expect(vacuum?.limit).toBeCloseTo(5, 9)
  })
  test('the risk of each, by the standard uncertainty as stated: on its limit it is a half', () => {
    const row = told([0, 50, 100], [{ kind: 'percentSpan', value: 0.5 }])
    expect(row?.riskBefore).toBeCloseTo(0.0228, 4) // two standard uncertainties inside: normal distribution
    expect(row?.riskAfter).toBeCloseTo(0.9772, 4)
  })
})

test('of two rounds the one that changes more is told; alike, that as left; one alone is both', () => {
  const outcome = (verdict: 'inside' | 'outside', share: number) => ({
    verdict,
    share,
    isUncertain: false,
    nearest: {} as never,
  })
  const same = { before: outcome('inside', 0.5), after: outcome('inside', 0.6) }
  const fails = { before: outcome('inside', 0.9), after: outcome('outside', 1.2) }
  expect(tellingRound({ asFound: fails, asLeft: same })).toMatchObject({ round: 'as-found', change: 'to-fail' })
  expect(tellingRound({ asFound: same, asLeft: same })).toMatchObject({ round: 'as-left', change: 'same' })
  expect(tellingRound({ asFound: fails, asLeft: undefined })).toMatchObject({ round: 'both' })
  expect(tellingRound({ asFound: undefined, asLeft: undefined })).toBeUndefined()
})

describe('the picture of an impact', () => {
  const utc = (day: string) => Date.parse(`${day}T00:00:00Z`)
  const style = { palette: LIGHT, width: 800, height: 280, fontSize: 12 }
  const dot = (tag: string, day: string, shareAfter: number, change: ImpactRow['change']) => ({
    ...{ tag, at: utc(day), shareBefore: 0.8, shareAfter, change },
  })
  const counts = { 'to-fail': 1, 'in-doubt': 0, 'to-pass': 0, same: 3 }
  const period = { from: utc('2026-01-01'), to: utc('2027-01-01') }
  const dots = [dot('X-1', '2026-03-03', 9, 'to-fail'), dot('X-2', '2026-08-01', 0.9, 'same')]
  const picture = impactChart({ dots, counts, ...period }, style)
  test('in words, with what is left out of it', () => {
    expect(picture.words).toBe(
      '4 calibrations from 1 Jan 2026 to 1 Jan 2027: 1 passes become fails, 0 are in doubt, 0 fails become passes, 3 stay as they were. 2 of them are drawn.',
    )
    expect(impactChart({ dots: [], counts: { ...counts, 'to-fail': 0, same: 0 }, ...period }, style).words).toContain(
      'No sealed calibration used it',
    )
  })
  test('each run is read out; one far beyond its limit is drawn at the edge', () => {
    expect(picture.said.flat()).toContain(
      'X-1, 3 Mar 2026: 80 % of its limit as sealed, 900 % with the reference corrected',
    )
    const ys = picture.configuration.data.datasets.flatMap(({ data }) =>
      data.flatMap((place) => (typeof place === 'object' && place && 'y' in place ? [Number(place.y)] : [])),
    )
    expect(Math.max(...ys.filter((y) => !Number.isNaN(y)))).toBe(250)
  })
})
