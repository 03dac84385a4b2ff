import { createElement } from 'react'
import { renderToStaticMarkup } from 'react-dom/server'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { pdfText } from '../../../../e2e/pdfText'
import { loadDemo } from '../../../../scripts/demo/load'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { decimalsShown } from '../../../core/run/judge/decimalsShown'
import type { SealedRecord } from '../../../schema/record'
import { PointLadder } from '../../../ui/run/reading/PointLadder'
import { pool } from '../../database'
import { endPools } from '../../heavy/pools'
import { sealedRecordAt } from '../register/instrumentPage'
import { certificateOf } from './certificates'
import { sealedState } from './sealedRecord'

/*
 * The last record of every instrument of the demo's plant, as JSON, on its page and as a certificate: the same figures, and
 * no sentence that its table does not bear out. Figures are read back from what is printed; nothing here formats one.
 */

let records: { readonly record: SealedRecord; readonly text: string }[] = []

beforeAll(async () => {
  await freshDatabase()
  await loadDemo(new Date())
  const { rows } = await pool().query<{ sequence: number }>(
    `SELECT max(seal.sequence)::int AS sequence FROM seal JOIN run ON run.id = seal.run_id GROUP BY run.instrument_id`,
  )
  for (const { sequence } of rows) {
    const { record } = await sealedRecordAt(sequence)
    const { pdf } = await certificateOf(sequence, new Date())
    records.push({ record, text: (await pdfText(Buffer.from(pdf))).text })
  }
}, 600_000)
afterAll(async () => {
  records = []
  await endPools()
  await pool().end()
})

/** A figure as it is printed: `−0.027`, with the half of its last digit. */
type Printed = { readonly value: number; readonly half: number }
function printed(token: string): Printed {
  const plain = token.replace(/[±+]/g, '').replace('−', '-')
  const value = Number(plain)
  if (plain === '' || !Number.isFinite(value)) throw new Error(`“${token}” is no figure`)
  return { value, half: 0.5 * 10 ** -(plain.split('.')[1]?.length ?? 0) }
}
/** A figure of the budget, which may have a power of ten: `7.97·10⁻⁵`. */
function withPower(token: string): number {
  const [mantissa = '', exponent = ''] = token.split('·10')
  const power = [...exponent].map((sign) => (sign === '⁻' ? '-' : '⁰¹²³⁴⁵⁶⁷⁸⁹'.indexOf(sign))).join('')
  return Number(mantissa) * 10 ** Number(power)
}
const isRounded = ({ value, half }: Printed, from: number) => Math.abs(value - from) <= half * (1 + 1e-6)

type Row = {
  readonly applied: Printed
  readonly output: Printed
  readonly ideal: Printed
  readonly errorOutput: Printed
  readonly percent: Printed
  /** Both sides of the limit as printed; the same where it is printed with ±. */
  readonly limit: { readonly above: Printed; readonly below: Printed }
  readonly uncertainty: Printed | null
  readonly verdict: string
}

const FIGURE = /^[±+−]?\d+(\.\d+)?$/

/** The rows of a round's table, read back from the text of the certificate. */
function rowsOf({ record, text }: (typeof records)[number], round: number): Row[] {
  const tables = text.split(/Verdict (?=[\d.]+ )/).slice(1)
  const table = tables[round]?.split('Largest error')[0] ?? ''
  const rows = table.split(/[\d.]+ (?:% flow|%|\S+) (?:rising|falling)(?: \(\d\))? /).slice(1)
  const steps = record.rounds[round]?.steps ?? []
  expect(rows, `${record.world.instrument.tag}: rows`).toHaveLength(steps.length)
  return rows.map((row, index) => {
    const tokens = row.trim().split(' ')
    const figures = tokens.filter((token) => FIGURE.test(token))
    const [applied = '', output = '', ideal = '', errorOutput = '', percent = ''] = figures
    const limits = figures.filter((token) => token.startsWith('±'))
    const own = record.results[round]?.points[index]?.limitSidesPercentSpan
    // Of its own above and below zero, a limit stands as two figures before U.
    const [above = '', below = ''] = own ? figures.slice(-3, -1) : [limits[0], limits[0]]
    if (own) expect([above[0], below[0]]).toEqual(['+', '−'])
    const words = tokens.filter((token) => !FIGURE.test(token) && token !== '—' && token !== '*')
    return {
      ...{ applied: printed(applied), output: printed(output), ideal: printed(ideal) },
      ...{ errorOutput: printed(errorOutput), percent: printed(percent) },
      limit: { above: printed(above), below: printed(below.replace('−', '')) },
      uncertainty: record.world.statesUncertainty ? printed(limits.at(-1) ?? '') : null,
      verdict: words.join(' '),
    }
  })
}

/** Whether errors are shown in % of span; else of reading, as over decades. */
const isOfSpan = ({ text }: (typeof records)[number]) => text.includes('Error, % span')

/** Normal probability beyond z by Simpson's rule, of our own and apart from the core. */
function beyond(z: number): number {
  const [from, to, parts] = [z, Math.max(z, 0) + 9, 4000]
  const h = (to - from) / parts
  const density = (x: number) => Math.exp(-(x ** 2) / 2) / Math.sqrt(2 * Math.PI)
  let sum = density(from) + density(to)
  for (let part = 1; part < parts; part++) sum += (part % 2 ? 4 : 2) * density(from + part * h)
  return (sum * h) / 3
}

const everyRound = (look: (of: (typeof records)[number], rows: Row[], round: number) => void) => {
  for (const of of records) for (const { round } of of.record.rounds) look(of, rowsOf(of, round), round)
}

test('there is a record of nearly every instrument', () => {
  expect(records.length).toBeGreaterThan(45)
})

describe('the certificate says what the record holds', () => {
  test('error, limit and U of every point are those of the JSON, rounded as they are printed', () => {
    everyRound((of, rows, round) => {
      const points = of.record.results[round]?.points ?? []
      for (const [index, row] of rows.entries()) {
        const point = points[index]
        const where = `${of.record.world.instrument.tag}, round ${round}, row ${index}`
        if (!point) throw new Error(where)
        const { lrv, urv } = of.record.world.configuration
        const perShown = isOfSpan(of) ? 1 : Math.abs((urv - lrv) / point.applied)
        expect(isRounded(row.percent, point.errorPercentSpan * perShown), `${where}: error`).toBe(true)
        const own = point.limitPercentSpan
        const sides = point.limitSidesPercentSpan ?? { above: own, below: own }
        for (const side of ['above', 'below'] as const)
          expect(isRounded(row.limit[side], sides[side] * perShown), `${where}: limit ${side}`).toBe(true)
        const u = point.expandedUncertaintyPercentSpan
        if (row.uncertainty && u !== undefined)
          expect(isRounded(row.uncertainty, u * perShown), `${where}: U`).toBe(true)
        expect(Math.abs(row.output.value - row.ideal.value - row.errorOutput.value), where).toBeLessThanOrEqual(
          (row.output.half + row.ideal.half + row.errorOutput.half) * (1 + 1e-6),
        )
      }
    })
  })
})

describe('its page says the same', () => {
  test('the error of every point', () => {
    everyRound((of, rows, round) => {
      const { record } = of
      const steps = record.rounds[round]?.steps ?? []
      const outputs = steps.flatMap(({ readings }) => readings.slice(-1).map(({ output }) => output))
      const markup = renderToStaticMarkup(
        createElement(PointLadder, {
          world: record.world,
          steps,
          points: sealedState(record).rounds[round]?.points ?? [],
          decimals: decimalsShown(record.world, outputs),
          armedId: null,
        }),
      )
      const lines = [...markup.matchAll(/<tr[^>]*>(.*?)<\/tr>/gs)].slice(1)
      expect(lines).toHaveLength(rows.length)
      for (const [index, [, line = '']] of lines.entries()) {
        const cells = [...line.matchAll(/<td[^>]*>(.*?)<\/td>/gs)].map(([, cell = '']) =>
          cell.replace(/<[^>]*>/g, ' ').trim(),
        )
        const figures = cells.filter((cell) => FIGURE.test(cell))
        const shown = printed(figures.at(-1) ?? '')
        const row = rows[index]
        if (!row) throw new Error('a row more on the page')
        expect(
          Math.abs(shown.value - row.percent.value),
          `${record.world.instrument.tag}, round ${round}, row ${index}`,
        ).toBeLessThanOrEqual((shown.half + row.percent.half) * (1 + 1e-6))
      }
    })
  })
})

describe('no sentence that its table does not bear out', () => {
  test('a point is inside where its printed error is not larger than its printed limit, else not', () => {
    everyRound((of, rows, round) => {
      for (const [index, { percent, limit, verdict }] of rows.entries()) {
        const where = `${of.record.world.instrument.tag}, round ${round}, row ${index}: ${verdict}`
        const { value } = percent.value < 0 ? limit.below : limit.above
        if (/inside/.test(verdict)) expect(Math.abs(percent.value), where).toBeLessThanOrEqual(value)
        if (/outside/i.test(verdict)) expect(Math.abs(percent.value), where).toBeGreaterThan(value)
      }
    })
  })
  test('every figure of the budget stands whole, in one line of its table', () => {
    for (const { record, text } of records) {
      const [, after = ''] = /Known by (.*?) u = /s.exec(text) ?? []
      const figures = after.split(' ').map(withPower)
      // Three digits are within half a per cent; a figure broken in two is not. The table is that of one point.
      const stands = (value: number) => figures.some((figure) => Math.abs(figure - value) <= 0.005 * value)
      const points = record.results.flatMap((result) => result.points)
      expect(
        points.some(({ budget }) => budget?.lines.every(({ value }) => stands(value))),
        record.world.instrument.tag,
      ).toBe(true)
    }
  })
  test('“inside” is said of a round only where every row is, and the largest error is that of the table', () => {
    for (const of of records) {
      const { text, record } = of
      const said = /As found: (.*?) \(largest ([+−]?[\d.]+)/.exec(text)
      const rows = rowsOf(of, 0)
      const tag = record.world.instrument.tag
      expect(said, tag).not.toBeNull()
      const isInside = rows.every(({ verdict }) => /^inside/.test(verdict))
      expect(/^inside its error limit/.test(said?.[1] ?? ''), `${tag}: ${said?.[1]}`).toBe(isInside)
      const largest = Math.max(...rows.map(({ percent }) => Math.abs(percent.value)))
      expect(Math.abs(printed(said?.[2] ?? '').value), tag).toBe(largest)
      if (record.world.configuration.adjustLimit === null) expect(text, tag).not.toMatch(/the adjust limit/)
    }
  })
  test('the risk of what was accepted is told where it is large, and nowhere else (JCGM 106:2012, 9.5.2)', () => {
    let told = 0
    for (const { record, text } of records) {
      const points = record.results.at(-1)?.points ?? []
      const risks = points
        .filter(({ verdict }) => verdict !== 'outside' && verdict !== 'not-stated')
        .map(({ errorPercentSpan: e, limitPercentSpan: l, expandedUncertaintyPercentSpan: u = 0 }) =>
          u === 0 ? 0 : beyond((l - e) / (u / 2)) + beyond((l + e) / (u / 2)),
        )
      const worst = Math.max(0, ...risks)
      const isTold = text.includes('The probability that an accepted point lies outside')
      told += isTold ? 1 : 0
      // Between, what k is decides.
      if (worst > 0.035) expect(isTold, `${record.world.instrument.tag}: ${worst}`).toBe(true)
      if (worst < 0.015) expect(isTold, `${record.world.instrument.tag}: ${worst}`).toBe(false)
    }
    expect(told).toBeLessThan(records.length)
  })
})
