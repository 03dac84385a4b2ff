import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { VesselSetUp } from '@/core/level/vesselSetUp'
import { drumPicture } from './drumPicture'
import { loopChain } from './loopChain'
import { rangeDeskBeam } from './rangeDeskBeam'
import { rootChain } from './rootChain'
import type { Scene } from './scene'
import { heightSpan, vesselPicture } from './vesselPicture'

/** Every number of a scene is one, and nothing lies far outside of it. */
function expectSound({ shapes, width, height, words }: Scene): void {
  expect(words).not.toMatch(/NaN|undefined|Infinity/)
  for (const shape of shapes) {
    const points = shape.kind === 'line' || shape.kind === 'area' ? shape.points : [[shape.x, shape.y] as const]
    for (const [x, y] of points) {
      expect(Number.isFinite(x) && Number.isFinite(y), JSON.stringify(shape)).toBe(true)
      expect(x).toBeGreaterThan(-width * 0.25)
      expect(x).toBeLessThan(width * 1.25)
      expect(y).toBeGreaterThan(-height * 0.25)
      expect(y).toBeLessThan(height * 1.25)
    }
    if (shape.kind === 'text') expect(shape.text).not.toMatch(/NaN|undefined|Infinity/)
  }
  expect(colliding({ shapes, width, height, words })).toEqual([])
}

const BEAM = {
  lrl: -187,
  url: 187,
  minSpan: 11,
  unitLabel: 'kPa',
  present: { lrv: 0, urv: 38 },
  links: [
    { name: 'low', minSpan: 11, maxSpan: 47 },
    { name: 'high', minSpan: 47, maxSpan: 187 },
  ],
  presentLink: 'low',
  neededLink: 'high',
  host: { lower: '0 m', upper: '6.8 m' },
  reference: { label: 'R reaches', low: -20, high: 160 },
}

describe('the beam of the range desk', () => {
  test('is drawn to proportion: the wanted box is as wide as its share of the beam', () => {
    const scene = rangeDeskBeam({ ...BEAM, wanted: { lrv: -20, urv: 80, fits: true } }, { width: 1000, fontSize: 13 })
    const line = scene.shapes.find((s) => s.kind === 'line' && s.weight > 4)
    const box = scene.shapes.find((s) => s.kind === 'box' && s.tone === 'graphite')
    if (line?.kind !== 'line' || box?.kind !== 'box') throw new Error('beam or box missing')
    const [from, to] = [line.points[0]?.[0] ?? 0, line.points[1]?.[0] ?? 0]
    expect(box.width / (to - from)).toBeCloseTo(100 / 374, 9)
    expect(scene.words).toContain('Wanted −20 to 80: fits')
  })
  test('a range beyond the limits is drawn there, with a mark and in words', () => {
    const scene = rangeDeskBeam({ ...BEAM, wanted: { lrv: 0, urv: 400, fits: false } }, { width: 1000, fontSize: 13 })
    expectSound(scene)
    expect(scene.shapes.some((shape) => shape.kind === 'mark' && shape.mark === 'outside')).toBe(true)
    expect(scene.words).toContain('does not fit')
  })
  test('whatever is wanted, at whatever width, it is a sound picture', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -5000, max: 5000 }),
        fc.integer({ min: -5000, max: 5000 }),
        fc.integer({ min: 320, max: 1600 }),
        (tenthsLrv, tenthsUrv, width) => {
          if (tenthsLrv === tenthsUrv) return
          const [lrv, urv] = [tenthsLrv / 10, tenthsUrv / 10]
          const scene = rangeDeskBeam({ ...BEAM, wanted: { lrv, urv, fits: false } }, { width, fontSize: 13 })
          expectSound(scene)
          expect(crossed(scene)).toEqual([])
        },
      ),
      { seed: 20261125, numRuns: 60 },
    )
  })
})

describe('the vessel', () => {
  const common = {
    gravityMPerS2: 9.81,
    densityKgPerM3: 1000,
    lowerTapM: 0.5,
    sensorM: -1,
    levelAt0M: 0.5,
    levelAt100M: 4,
  }
  const vessels: VesselSetUp[] = [
    { ...common, kind: 'open', lineDensityKgPerM3: null },
    { ...common, kind: 'standpipe', lineDensityKgPerM3: null },
    { ...common, kind: 'bubbler', purgeDensityKgPerM3: 1 },
    { ...common, kind: 'dry-leg', upperTapM: 5, gasDensityKgPerM3: 1, lineDensityKgPerM3: null },
    { ...common, kind: 'wet-leg', upperTapM: 5, gasDensityKgPerM3: 1, lineDensityKgPerM3: 900, legDensityKgPerM3: 950 },
    {
      ...common,
      kind: 'remote-seals',
      upperTapM: 5,
      gasDensityKgPerM3: 1,
      highFillDensityKgPerM3: 930,
      lowFillDensityKgPerM3: 930,
    },
    {
      ...common,
      kind: 'interface',
      upperTapM: 5,
      lightDensityKgPerM3: 800,
      legDensityKgPerM3: 1000,
      lineDensityKgPerM3: null,
    },
  ]
  test.each(vessels)('$kind: sound, to scale, and every handle stands for the height it lies at', (vessel) => {
    const span = heightSpan(vessel)
    const { scene, handles, metresAt } = vesselPicture(
      vessel,
      { levelPercent: 40, span, unit: { label: 'm', perMetre: 1 } },
      { width: 480, height: 470, fontSize: 13 },
    )
    expectSound(scene)
    for (const { y, metres } of handles) expect(metresAt(y)).toBeCloseTo(metres, 9)
    const [a, b, c] = handles
    if (!a || !b || !c) throw new Error('handles missing')
    expect((b.y - a.y) / (b.metres - a.metres)).toBeCloseTo(metresAtSlope(metresAt) ** -1, 6)
    expect(handles.map(({ field }) => field)).toContain('sensor')
    expect(crossed(scene)).toEqual([])
  })
  test('no line runs through a word, wherever instrument and taps are dragged', () => {
    const metres = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(
      fc.property(fc.constantFrom(...vessels), metres(-3, 8), metres(0.1, 2), (vessel, sensorM, lowerTapM) => {
        const dragged = { ...vessel, sensorM, lowerTapM, levelAt0M: lowerTapM + 0.2 }
        const shown = { levelPercent: 40, span: heightSpan(dragged), unit: { label: 'm', perMetre: 1 } }
        const { scene } = vesselPicture(dragged, shown, { width: 480, height: 470, fontSize: 13 })
        expect(crossed(scene)).toEqual([])
        expectSound(scene)
      }),
      { seed: 20261125, numRuns: 100 },
    )
  })
  const metresAtSlope = (metresAt: (y: number) => number) => metresAt(1) - metresAt(0)
})

/** Where the texts of a picture stand, as wide as their letters at least are. */
const textBoxes = ({ shapes }: Scene) =>
  shapes
    .filter((shape) => shape.kind === 'text')
    .map(({ text, x, y, size, anchor }) => {
      const width = text.length * size * 0.5
      const left = anchor === 'start' ? x : anchor === 'end' ? x - width : x - width / 2
      return { text, left, right: left + width, top: y - size * 0.7, bottom: y }
    })

/** Pairs of texts of a picture that lie on one another. */
const colliding = (scene: Scene): string[] =>
  textBoxes(scene).flatMap((a, index, boxes) =>
    boxes
      .slice(index + 1)
      .filter((b) => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom)
      .map((b) => `${a.text} | ${b.text}`),
  )

/** Texts of a picture that one of its lines runs through; the instrument's letters stand on a disc of their own. */
function crossed(scene: Scene): string[] {
  const inked = scene.shapes.flatMap((shape) =>
    shape.kind === 'line' && shape.tone !== 'soft' ? alongLine(shape.points) : [],
  )
  return textBoxes(scene)
    .filter(({ text }) => text !== 'LT')
    .filter(({ left, right, top, bottom }) => inked.some(([x, y]) => x > left && x < right && y > top && y < bottom))
    .map(({ text }) => text)
}

/** Points of a line, close to one another. */
const alongLine = (points: readonly (readonly [number, number])[]): [number, number][] =>
  points.slice(1).flatMap(([toX, toY], index) => {
    const [fromX, fromY] = points[index] ?? [toX, toY]
    return Array.from({ length: 400 }, (_, step): [number, number] => [
      fromX + ((toX - fromX) * step) / 400,
      fromY + ((toY - fromY) * step) / 400,
    ])
  })

test('drum, root chain and loop chain are sound and say in words what they show', () => {
  const size = { width: 480, height: 300, fontSize: 13 }
  const drum = drumPicture(50, size)
  expectSound(drum)
  expect(drum.words).toContain('true level 50 %')
  const roots = rootChain(
    {
      places: { transmitter: true, host: true, panelMeter: false },
      hasPanelMeter: true,
      atQuarter: { transmitterPercent: 50, hostPercent: 70.7, panelPercent: 50, rootsInHost: 2, rootsInPanel: 1 },
    },
    size,
  )
  expectSound(roots)
  expect(roots.words).toContain('host shows 70.7 % (root taken twice)')
  const loop = loopChain(
    [
      { name: 'FT', kind: 'transmitter', errorPercent: 0.9, limitPercent: 0.5 },
      { name: '', kind: 'isolator', errorPercent: null, limitPercent: 0.2 },
    ],
    size,
  )
  expectSound(loop)
  expect(loop.words).toContain('isolator: error not known')
  expect(loop.shapes.some((shape) => shape.kind === 'mark' && shape.mark === 'outside')).toBe(true)
})
