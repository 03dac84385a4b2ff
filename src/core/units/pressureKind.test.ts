import { expect, test } from 'vitest'
import { PRESSURE_KIND_IDS, pressureKindsMatch } from './pressureKind'

test('a reference serves an instrument of its own kind', () => {
  for (const kind of PRESSURE_KIND_IDS) expect(pressureKindsMatch(kind, kind)).toBe(true)
})

test('a vented differential cell reads gauge pressure; absolute stands alone', () => {
  expect(pressureKindsMatch('gauge', 'differential')).toBe(true)
  expect(pressureKindsMatch('differential', 'gauge')).toBe(true)
  expect(pressureKindsMatch('gauge', 'absolute')).toBe(false)
  expect(pressureKindsMatch('absolute', 'differential')).toBe(false)
})
