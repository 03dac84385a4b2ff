import { describe, expect, test } from 'vitest'
import { judgePoint } from '@/core/analysis/judgedPoint'
import { SIGNALS } from '@/core/signal/signal'
import { niceTicks } from './axis'
import { convergencePad } from './convergencePad'
import type { CorridorData } from './corridorGeometry'
import { decisionZone } from './decisionZone'
import { dueStrip } from './dueStrip'
import { errorCorridor } from './errorCorridor'
import { DARK, LIGHT, type Palette, SUN } from './palette'
import { rangeBeam } from './rangeBeam'
import type { Scene, Shape } from './scene'

/** Relative luminance and contrast ratio. Source: WCAG 2.2, definitions of both. */
function contrast(a: string, b: string): number {
  const luminance = (hex: string) => {
    const [r = 0, g = 0, bl = 0] = [1, 3, 5]
      .map((start) => Number.parseInt(hex.slice(start, start + 2), 16) / 255)
      .map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4))
    return 0.2126 * r + 0.7152 * g + 0.0722 * bl
  }
  const [light = 0, dark = 0] = [luminance(a), luminance(b)].toSorted((x, y) => y - x)
  return (light + 0.05) / (dark + 0.05)
}

describe('contrast: WCAG 2.2, 1.4.3 (4.5:1 for text)', () => {
  const pairs: [keyof Palette, keyof Palette][] = [
    ['ink', 'paper'],
    ['ink', 'card'],
    ['soft', 'paper'],
    ['soft', 'card'],
    ['soft', 'brassGround'],
    ['ink', 'brassGround'],
    ['verdigris', 'paper'],
    ['verdigris', 'card'],
    ['ochre', 'paper'],
    ['ochre', 'card'],
    ['ochre', 'brassGround'],
    ['clayText', 'paper'],
    ['clayText', 'card'],
    ['clayText', 'brassGround'],
    ['clay', 'clayGround'],
    ['brass', 'card'],
    ['brass', 'paper'],
    ['onBrass', 'brass'],
    ['onGraphite', 'graphite'],
    ['onGraphiteSoft', 'graphite'],
    ['soft', 'clayGround'],
    ['soft', 'verdigrisGround'],
    ['soft', 'ochreGround'],
  ]
  for (const [name, palette] of Object.entries({ LIGHT, DARK, SUN }))
    test.each(pairs)(`${name}: %s on %s`, (text, ground) => {
      expect(contrast(palette[text], palette[ground])).toBeGreaterThanOrEqual(4.5)
    })
})

test.each([
  [-0.4, 0.4, 6, [-0.4, -0.2, 0, 0.2, 0.4]],
  [0, 58.5, 6, [0, 10, 20, 30, 40, 50]],
  [-62.5, 62.5, 8, [-60, -40, -20, 0, 20, 40, 60]],
])('ticks from %d to %d are round numbers', (low, high, wanted, ticks) => {
  expect(niceTicks(low, high, wanted)).toEqual(ticks)
})

const basis = {
  range: { lrv: 0, urv: 40, unit: 'kPa' as const },
  url: 50,
  scale: SIGNALS['4-20mA'],
  errorLimit: { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value: 0.5 }] },
  adjustLimit: null,
}
const point = (percent: number, output: number) =>
  judgePoint({ targetPercent: percent, direction: 'rising', applied: percent * 0.4, output }, basis)
const corridor = (outputs: readonly number[]): CorridorData => ({
  basis,
  unitLabel: 'kPa',
  testPoints: [0, 50, 100],
  series: [{ label: 'As found', style: 'as-found', points: outputs.map((output, index) => point(index * 50, output)) }],
})
const SIZE = { width: 600, height: 300, fontSize: 12 }
const marks = (scene: Scene) =>
  scene.shapes.filter((shape): shape is Extract<Shape, { kind: 'mark' }> => shape.kind === 'mark')

describe('the error corridor', () => {
  test('a mark lies where its error is: twice the error, twice the height above zero', () => {
    const [one, , two] = marks(errorCorridor(corridor([4.02, 12, 20.04]), SIZE))
    const [zero] = marks(errorCorridor(corridor([4, 12, 20]), SIZE))
    const middle = zero?.y ?? 0
    expect((middle - (two?.y ?? 0)) / (middle - (one?.y ?? 0))).toBeCloseTo(2, 6)
  })
  test('a slip of the decimal mark is drawn on the edge, inside the picture', () => {
    for (const mark of marks(errorCorridor(corridor([40, 12, 2000]), SIZE))) {
      expect(mark.y).toBeGreaterThan(0)
      expect(mark.y).toBeLessThan(SIZE.height)
    }
  })
  test('says in words what it shows', () => {
    expect(errorCorridor(corridor([4, 12.16, 20]), SIZE).words).toBe(
      'Error corridor. As found: 3 points, largest error +1.000 % of span at 20 kPa, 1 outside the limit.',
    )
    expect(errorCorridor(corridor([]), SIZE).words).toContain('empty')
  })
  test('a guard band is hatched between the acceptance limit and the error limit, on both sides, and nowhere else', () => {
    const data = corridor([4, 12, 20])
    const plain = errorCorridor(data, SIZE).shapes
    const percents = data.testPoints
    const banded = errorCorridor(
      { ...data, acceptance: percents.map((percent) => ({ percent, acceptance: 0.3 })) },
      SIZE,
    ).shapes
    const strokes = banded.filter((shape) => !plain.some((other) => JSON.stringify(other) === JSON.stringify(shape)))
    expect(strokes.length).toBeGreaterThan(40)
    // The limits are the two heaviest lines; 0.3 of 0.5 % lies three fifths of the way to them.
    const edges = plain.flatMap((shape) =>
      shape.kind === 'line' && shape.weight === 1.6 && shape.tone === 'ink' ? [shape.points[0]?.[1] ?? 0] : [],
    )
    const [top = 0, bottom = 0] = [Math.min(...edges), Math.max(...edges)]
    const zero = (top + bottom) / 2
    const band = (0.2 / 0.5) * (zero - top)
    for (const stroke of strokes) {
      if (stroke.kind !== 'line') throw new Error('a hatching of lines only')
      const from = stroke.points[0]?.[1] ?? 0
      const to = stroke.points[1]?.[1] ?? 0
      expect([top, bottom].some((edge) => Math.abs(from - edge) < 0.01)).toBe(true)
      expect(Math.abs(to - from)).toBeLessThanOrEqual(band + 0.01)
      expect(Math.abs(to - zero)).toBeLessThanOrEqual(Math.abs(from - zero))
    }
  })
  test('has no coordinate that is not a number', () => {
    expect(JSON.stringify(errorCorridor(corridor([4, 12, 20]), SIZE))).not.toContain('null')
  })
})

describe('the range beam', () => {
  const beam = { lrl: -50, url: 50, minSpan: 1, lrv: 0, urv: 25, unitLabel: 'kPa' }
  test('is drawn to proportion: a quarter of the sensor is a quarter of the beam', () => {
    const { shapes } = rangeBeam(beam, { width: 400, fontSize: 12, detail: 'full' })
    const solid = shapes.find((shape) => shape.kind === 'box')
    const body = shapes.find((shape) => shape.kind === 'line')
    const length = body?.kind === 'line' ? (body.points.at(-1)?.[0] ?? 0) - (body.points[0]?.[0] ?? 0) : 0
    expect(solid?.kind === 'box' ? solid.width / length : 0).toBeCloseTo(0.25, 6)
  })
  test('a reverse-acting range covers the same place', () => {
    const box = (data: typeof beam) =>
      rangeBeam(data, { width: 400, fontSize: 12, detail: 'tiny' }).shapes.find((shape) => shape.kind === 'box')
    expect(box({ ...beam, lrv: 25, urv: 0 })).toEqual(box(beam))
  })
})

test('the due strip counts in words what it draws as bars', () => {
  const due = [-20, -1, 0, 7, 8, 60, 400].map((dueInDays, id) => ({
    id: String(id),
    dueInDays,
    share: null,
    isSelected: false,
  }))
  expect(dueStrip(due, 800).words).toBe(
    'Due dates: 2 overdue, 2 within a week, 1 more within 30 days, 1 more within 90 days.',
  )
})

test('days under the strip do not run into one another on a phone, and all stand on a wide screen', () => {
  const days = (width: number) =>
    dueStrip([], width).shapes.flatMap((shape) =>
      shape.kind === 'text' && shape.anchor === 'middle' ? [{ x: shape.x, text: shape.text }] : [],
    )
  expect(days(860).map(({ text }) => text)).toEqual(['today', '1 wk', '2 wk', '30 d', '60 d', '90 d'])
  const narrow = days(346)
  expect(narrow[0]?.text).toBe('today')
  expect(narrow.at(-1)?.text).toBe('90 d')
  for (const [index, { x, text }] of narrow.entries()) {
    const next = narrow[index + 1]
    if (next) expect(next.x - x, text).toBeGreaterThan(((text.length + next.text.length) / 2) * 6)
  }
})

describe('convergence pad', () => {
  const size = { width: 500, height: 330, fontSize: 12 }
  const pad = convergencePad(
    {
      path: [
        { zeroError: 3, fullError: -4 },
        { zeroError: -1, fullError: -8 },
        { zeroError: 2, fullError: 0 },
      ],
      limit: 0.5,
      aim: { zeroError: -1.5, fullError: -3.5 },
      aimLabel: 'zero: set 3.85 psi',
    },
    size,
  )
  const lines = pad.shapes.filter((shape) => shape.kind === 'line' && shape.tone === 'ink')
  test('errors lie to the right of and above nothing in proportion: three points make one path', () => {
    const [path] = lines
    if (path?.kind !== 'line') throw new Error('no path')
    const [[x0 = 0, y0 = 0] = [], [x1 = 0, y1 = 0] = [], [x2 = 0, y2 = 0] = []] = path.points
    expect((x0 - x1) / (x2 - x1)).toBeCloseTo(4 / 3, 9) // 3 − (−1) over 2 − (−1)
    expect((y1 - y0) / (y1 - y2)).toBeCloseTo(4 / 8, 9) // screen y runs down
  })
  test('everything lies inside the frame, and the words tell the next aim', () => {
    for (const shape of pad.shapes)
      if (shape.kind === 'line')
        for (const [x, y] of shape.points) expect(x >= 0 && x <= size.width && y >= 0 && y <= size.height).toBe(true)
    expect(pad.words).toContain('Next: zero: set 3.85 psi')
  })
  test('with nothing left to do it says so', () => {
    const done = convergencePad(
      { path: [{ zeroError: 0.1, fullError: 0.1 }], limit: 0.5, aim: null, aimLabel: '' },
      size,
    )
    expect(done.words).toContain('inside the limit')
  })
})

describe('decision zone', () => {
  const zone = (error: number) =>
    decisionZone(
      { error, limit: 1, acceptanceLimit: 0.75, expandedUncertainty: 0.25, unit: 'kPa' },
      { width: 400, height: 120, fontSize: 12 },
    )
  const limitsOf = (scene: Scene) =>
    scene.shapes.flatMap((shape) => (shape.kind === 'line' && shape.tone === 'clay' ? [shape.points[0]?.[0] ?? 0] : []))
  test('the limits lie symmetrically, and a far error still fits', () => {
    for (const error of [0.5, -4]) {
      const [low = 0, high = 0] = limitsOf(zone(error))
      expect(low + high).toBeCloseTo(400, 6)
    }
    for (const shape of zone(-4).shapes)
      if (shape.kind === 'line') for (const [x] of shape.points) expect(x >= 0 && x <= 400).toBe(true)
  })
  test('the guard band is hatched, not only coloured', () => {
    expect(zone(0).shapes.filter((shape) => shape.kind === 'line' && shape.tone === 'ochre').length).toBeGreaterThan(5)
  })
})
