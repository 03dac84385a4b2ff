import { createCanvas } from '@napi-rs/canvas'
import { describe, expect, test } from 'vitest'
import { convergencePad } from '@/pictures/charts/convergencePad'
import { LIGHT } from '@/pictures/palette'
import { chartSvg } from './drawChart'

const SIZE = { width: 400, height: 200 }
const pad = (aimLabel: string) =>
  chartSvg(
    convergencePad(
      {
        path: [
          { zeroError: 1, fullError: -2 },
          { zeroError: 0.2, fullError: 0.1 },
        ],
        limit: 0.5,
        aim: { zeroError: 0, fullError: 0 },
        aimLabel,
      },
      { ...SIZE, palette: LIGHT, fontSize: 8 },
    ),
    SIZE,
  )
const textOf = (svg: string) =>
  [...svg.matchAll(/<text[^>]*>([^<]*)<\/text>/g)]
    .map(([, text]) => text?.trim())
    .filter(Boolean)
    .join(' ')

describe('a chart for paper', () => {
  test('is vectors: paths and text, no picture of pixels', () => {
    const svg = pad('zero: set 3.85 psi')
    expect(svg).toContain('<path')
    expect(svg).not.toContain('<image')
    expect(textOf(svg)).toContain('3.85 psi')
  })
  test('is set in our face, with the wide one for letters it lacks', () => {
    const families = (svg: string) => new Set([...svg.matchAll(/font-family="([^"]*)"/g)].map(([, family]) => family))
    expect([...families(pad('zero'))].every((family) => family?.includes('Atkinson Hyperlegible Next'))).toBe(true)
    expect([...families(pad('ноль'))].some((family) => family?.includes('DejaVu Sans'))).toBe(true)
  })
  test('has its bold words measured in the bold face, which is wider than the other', () => {
    // The next aim is the one bold word of the pad; its glyphs stand where the canvas measured them.
    const placesOf = (svg: string) =>
      [...svg.matchAll(/<text[^>]*font-weight="[^"]*"[^>]*x="([^"]*)"[^>]*>next,</g)][0]?.[1]
        ?.split(', ')
        .map(Number) ?? []
    const places = placesOf(pad('zero')).filter((place) => Number.isFinite(place))
    const context = createCanvas(10, 10).getContext('2d')
    const width = (weight: string) => {
      context.font = `${weight} 9.6px "Atkinson Hyperlegible Next"`
      return context.measureText('nex').width
    }
    expect(width('bold')).toBeGreaterThan(width('normal') + 0.1)
    expect((places[3] ?? 0) - (places[0] ?? 0)).toBeCloseTo(width('bold'), 0)
  })
  test('is the same each time it is drawn', () => {
    const plain = (svg: string) => svg.replace(/cl_[0-9a-f]+/g, 'clip')
    expect(plain(pad('zero'))).toBe(plain(pad('zero')))
  })
})
