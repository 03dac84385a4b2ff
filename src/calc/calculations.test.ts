import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { CALCULATIONS, calculationNamed } from './registry'
import { runCalculation, runInSteps } from './runCalculation'

const answerOf = (name: string, input: unknown) => {
  const calculation = calculationNamed(name)
  if (!calculation) throw new Error(`no calculation ${name}`)
  const outcome = runCalculation(calculation, input)
  return outcome.kind === 'answer' ? outcome.answer : outcome.refusals
}

/** Every number anywhere in a value, with the path to it. */
function numbersIn(value: unknown, path = ''): { path: string; value: number }[] {
  if (typeof value === 'number') return [{ path, value }]
  if (typeof value !== 'object' || value === null) return []
  return Object.entries(value).flatMap(([key, part]) => numbersIn(part, path ? `${path}.${key}` : key))
}

/** Paths of every box of an example. */
function boxesIn(value: unknown, path: readonly string[] = []): (readonly string[])[] {
  if (typeof value !== 'object' || value === null) return [path]
  return Object.entries(value).flatMap(([key, part]) => boxesIn(part, [...path, key]))
}
const at = (value: unknown, path: readonly string[]): unknown =>
  path.reduce<unknown>((part, key) => (part as Record<string, unknown> | undefined)?.[key], value)
function withAt(value: unknown, [head, ...rest]: readonly string[], put: unknown): unknown {
  if (head === undefined) return put
  const copy: Record<string, unknown> = Object.assign(Array.isArray(value) ? [] : {}, value)
  copy[head] = withAt(copy[head], rest, put)
  return copy
}

/** Calculations with nothing to show: reading text, or drawing random readings. */
const WITHOUT_WORKINGS = new Set(['read-typed', 'simulate'])

describe('every calculation', () => {
  test.each(
    CALCULATIONS.filter(({ name }) => !['simulate', 'monte-carlo'].includes(name)).map(
      (each) => [each.name, each] as const,
    ),
  )('%s: what it refuses it names as the page does', (_name, calculation) => {
    const { example } = calculation
    const boxes = boxesIn(example).filter((path) => {
      const value = at(example, path)
      return typeof value === 'number' || value === null
    })
    const names = new Set(
      boxesIn(example).flatMap((path) => path.map((_key, depth) => path.slice(0, depth + 1).join('.'))),
    )
    const unknown = boxes.flatMap((path) =>
      [-1000, -1, 0, 1e-9, 0.5, 150, 1e5, 1e9].flatMap((put) => {
        const outcome = runCalculation(calculation, withAt(example, path, put))
        const refusals = outcome.kind === 'refused' ? outcome.refusals : []
        return refusals
          .filter(({ field }) => !names.has(field) && field !== 'answer')
          .map(({ field }) => `${field} for ${path.join('.')} = ${put}`)
      }),
    )
    expect(unknown).toEqual([])
  })

  test.each(CALCULATIONS)(
    '$name: the example is answered, with units and workings that name their source',
    (calculation) => {
      const outcome = runCalculation(calculation, calculation.example)
      expect(outcome.kind).toBe('answer')
      if (outcome.kind !== 'answer') return
      for (const { path, value } of numbersIn(outcome.answer)) expect(Number.isFinite(value), path).toBe(true)
      const workings = outcome.answer.workings as { formula: string; source: string }[]
      if (!WITHOUT_WORKINGS.has(calculation.name)) expect(workings.length).toBeGreaterThan(0)
      for (const { formula, source } of workings) {
        expect(formula.length).toBeGreaterThan(3)
        expect(source.length).toBeGreaterThan(5)
      }
    },
  )
  test.each(CALCULATIONS.filter(({ runInSteps: steps }) => steps !== undefined))(
    '$name: in steps it comes to the same',
    (calculation) => {
      const steps = runInSteps(calculation, calculation.example)
      let step = steps.next()
      while (!step.done) step = steps.next()
      expect(step.value).toEqual(runCalculation(calculation, calculation.example))
    },
  )
  test('names are distinct, and in the form of a path', () => {
    const names = CALCULATIONS.map(({ name }) => name)
    expect(new Set(names).size).toBe(names.length)
    for (const name of names) expect(name).toMatch(/^[a-z]+(-[a-z]+)*$/)
  })
})

/** The example with one of its numbers replaced: sizes and signs nobody would type, to find what a formula does with them. */
const SPOILED = [0, -1, 1, 1e12, -1e12, 1e-30, -1e-30, 1e-9, 99999, 0.5, 2]
function spoiled(value: unknown, place: number, by: number): unknown {
  let at = 0
  const walk = (part: unknown): unknown => {
    if (typeof part === 'number') return at++ === place ? by : part
    if (Array.isArray(part)) return part.map(walk)
    if (typeof part === 'object' && part !== null)
      return Object.fromEntries(Object.entries(part).map(([key, inner]) => [key, walk(inner)]))
    return part
  }
  return walk(value)
}

describe('whatever is typed: an answer of real numbers or a refusal in words, never NaN and never a fault', () => {
  test.each(CALCULATIONS.filter(({ name }) => name !== 'monte-carlo'))(
    '$name',
    (calculation) => {
      const count = Math.max(1, numbersIn(calculation.example).length)
      fc.assert(
        fc.property(
          fc.array(fc.tuple(fc.nat(count - 1), fc.constantFrom(...SPOILED)), { minLength: 1, maxLength: 3 }),
          (changes) => {
            const input = changes.reduce((value, [place, by]) => spoiled(value, place, by), calculation.example)
            const outcome = runCalculation(calculation, input)
            if (outcome.kind === 'answer')
              for (const { path, value } of numbersIn(outcome.answer)) expect(Number.isFinite(value), path).toBe(true)
            else
              for (const { field, reason, remedy } of outcome.refusals) {
                expect(field).not.toBe('')
                expect(`${reason} ${remedy}`).not.toMatch(/NaN|undefined|Invalid|Infinity/)
                expect(remedy).not.toBe('')
              }
          },
        ),
        { seed: 11, numRuns: 150 },
      )
    },
    60_000,
  )
  test.each([null, 7, 'text', [], {}, { range: 3 }])('%j as a body is refused, field by field', (body) => {
    for (const calculation of CALCULATIONS) {
      const outcome = runCalculation(calculation, body)
      expect(outcome.kind).toBe('refused')
      if (outcome.kind === 'refused')
        for (const { reason, remedy } of outcome.refusals) expect(`${reason}${remedy}`).not.toMatch(/Invalid|undefined/)
    }
  })
})

describe('facts of the trade through the calculations (common practice, no source)', () => {
  test('a root taken twice: 0.2 of 172.75 shows 18 % instead of 3.4 %', () => {
    const answer = answerOf('roots-taken', {
      differentialPressure: 0.2,
      span: 172.75,
      unit: 'inH2O (20 °C)',
      fullFlow: 100,
      flowUnit: '%',
    })
    expect(answer).toMatchObject({ once: { value: expect.closeTo(3.4, 1) }, twice: { value: expect.closeTo(18.4, 1) } })
  })
  test('±1 % of a 12 psi span is ±0.12 psi', () => {
    const answer = answerOf('error-limit', {
      range: { lrv: 3, urv: 15, unit: 'psi' },
      upperRangeLimit: 15,
      limit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 1 }] },
      applied: 9,
    })
    expect(answer).toMatchObject({ limit: { value: expect.closeTo(0.12, 12), unit: 'psi' } })
  })
  test('50 % of 3–15 psi is 9 psi, of 4–20 mA 12 mA, of 10–50 mA 30 mA', () => {
    const at = (signal: string) =>
      answerOf('signal', { range: { lrv: 0, urv: 10, unit: 'kPa' }, signal, given: 'percent', number: 50 })
    expect(at('3-15psi')).toMatchObject({ signal: { value: 9, unit: 'psi' } })
    expect(at('4-20mA')).toMatchObject({ signal: { value: 12, unit: 'mA' } })
    expect(at('10-50mA')).toMatchObject({ signal: { value: 30, unit: 'mA' } })
  })
})

test('a limit on the output: none to carry back where a bare root stands upright, or below a cut-off', () => {
  const points = (cutOffPercent: number, inputsPercent: number[]) =>
    answerOf('carry-limit', {
      transfer: { kind: 'root-to-zero', cutOffPercent },
      limitPercent: 0.5,
      side: 'output',
      inputsPercent,
    })
  // At 25 % of DP the slope is 5/√25 = 1: half a per cent of flow is half a per cent of DP.
  expect(points(0, [0, 25])).toMatchObject({
    points: [
      { bySlope: null, upwards: null, carriedBack: { value: 0 } },
      { bySlope: { value: expect.closeTo(0.5, 9) }, carriedBack: { value: expect.closeTo(0.5, 9) } },
    ],
  })
  expect(points(10, [0.5])).toMatchObject({
    points: [{ output: { value: 0 }, bySlope: null, upwards: null, carriedBack: null }],
  })
})

describe('invariance', () => {
  test('a diagnosis does not depend on the unit the range is written in', () => {
    const diagnose = calculationNamed('diagnose')
    const example = diagnose?.example as {
      range: { lrv: number; urv: number; unit: string }
      readings: { applied: number; pv: number | null }[]
    } // our own example
    const inMbar = {
      ...example,
      range: { lrv: example.range.lrv * 10, urv: example.range.urv * 10, unit: 'mbar' },
      readings: example.readings.map((reading) => ({
        ...reading,
        applied: reading.applied * 10,
        pv: reading.pv === null ? null : reading.pv * 10,
      })),
    }
    const { answer, ranked } = answerOf('diagnose', inMbar) as {
      answer: string
      ranked: { cause: string; evidence: string }[]
    } // its schema
    expect(answer).toBe('found')
    expect(ranked[0]).toMatchObject({
      cause: 'output-stage',
      evidence: (answerOf('diagnose', example) as { ranked: typeof ranked }).ranked[0]?.evidence,
    })
  })
  test('a reverse-acting range turns errors of the input round, not those of the output', () => {
    const judge = (lrv: number, urv: number, applied: number) =>
      answerOf('judge-reading', {
        range: { lrv, urv, unit: 'kPa' },
        upperRangeLimit: 100,
        signal: '4-20mA',
        limit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.5 }] },
        adjustLimit: null,
        applied,
        output: 8.04,
      })
    expect(judge(0, 80, 20)).toMatchObject({
      errorPercentSpan: { value: expect.closeTo(0.25, 9) },
      errorInput: { value: expect.closeTo(0.2, 9) },
    })
    expect(judge(80, 0, 60)).toMatchObject({
      errorPercentSpan: { value: expect.closeTo(0.25, 9) },
      errorInput: { value: expect.closeTo(-0.2, 9) },
    })
  })
})
