import { describe, expect, test } from 'vitest'
import { niceTicks } from './axis'
import { type DueMark, dueStrip } from './dueStrip'
import { DARK, LIGHT, type Palette, SUN } from './palette'
import { rangeBeam } from './rangeBeam'

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

describe('the range beam', () => {
  const beam = { lrl: -50, url: 50, minSpan: 1, lrv: 0, urv: 25, unitLabel: 'kPa' }
  test('is drawn to proportion: a quarter of the sensor is a quarter of the beam', () => {
    const { shapes } = rangeBeam(beam, { width: 400, fontSize: 12, detail: 'full' })
    const solid = shapes.find((shape) => shape.kind === 'box')
    const body = shapes.find((shape) => shape.kind === 'line')
    const length = body?.kind === 'line' ? (body.points.at(-1)?.[0] ?? 0) - (body.points[0]?.[0] ?? 0) : 0
    expect(solid?.kind === 'box' ? solid.width / length : 0).toBeCloseTo(0.25, 6)
  })
  test.each([
    [{ lrl: -0.9, url: 5.6, minSpan: 6, lrv: -0.9, urv: 5.6 }, 'over the whole beam'],
    [{ lrl: -50, url: 50, minSpan: 1, lrv: 0, urv: 25 }, 'right of a short bracket'],
    [{ lrl: -50, url: 50, minSpan: 10, lrv: 35, urv: 50 }, 'left of one near the end'],
  ])('the words of the smallest span stay on the picture: %j, %s', (data) => {
    const width = 320
    const { shapes } = rangeBeam({ ...data, unitLabel: 'bar' }, { width, fontSize: 11, detail: 'full' })
    const words = shapes.find((shape) => shape.kind === 'text' && shape.text.startsWith('smallest span'))
    if (words?.kind !== 'text') throw new Error('no words')
    // The narrow text face: about half of its height a letter.
    const long = words.text.length * words.size * 0.5
    const left = words.anchor === 'end' ? words.x - long : words.anchor === 'middle' ? words.x - long / 2 : words.x
    expect(left).toBeGreaterThanOrEqual(0)
    expect(left + long).toBeLessThanOrEqual(width)
    expect(words.y - words.size).toBeGreaterThanOrEqual(0)
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

test.each([
  [-1, null, 'clay'],
  [0, null, 'verdigris'],
  [0, 0.5, 'verdigris'],
  [0, 0.51, 'ochre'],
  [-1, 0.1, 'clay'],
])('a job due in %d days, last found at %s of its limit, stands on the strip in %s', (dueInDays, share, tone) => {
  const marks: DueMark[] = [{ id: 'a', dueInDays, share, isSelected: false }]
  const tonesOf = (of: readonly DueMark[]) =>
    dueStrip(of, 800).shapes.flatMap((shape) => ('tone' in shape ? [shape.tone] : []))
  const without = tonesOf([])
  const own = tonesOf(marks)
  for (const each of without) own.splice(own.indexOf(each), 1)
  expect(own).toContain(tone)
})

test('many jobs of one day stay on the strip: drawn smaller alike, none over another; few are drawn as tall as ever', () => {
  const barsOf = (count: number) => {
    const marks = Array.from({ length: count }, (_, id) => ({ id: `${id}`, dueInDays: 0, share: 1, isSelected: false }))
    return dueStrip(marks, 800).shapes.flatMap((shape) => (shape.kind === 'box' && shape.width === 6 ? [shape] : []))
  }
  const many = barsOf(9)
  expect(many).toHaveLength(9)
  for (const [index, { y, height }] of many.entries()) {
    expect(y).toBeGreaterThanOrEqual(7.99)
    const below = many[index - 1]
    if (below) expect(y + height).toBeLessThan(below.y)
  }
  expect(barsOf(2).map(({ height }) => height)).toEqual(
    barsOf(1)
      .concat(barsOf(1))
      .map(({ height }) => height),
  )
})
