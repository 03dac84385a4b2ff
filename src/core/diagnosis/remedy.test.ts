import { describe, expect, test } from 'vitest'
import { CAUSE_IDS, type Cause } from './cause'
import { type Remedy, remedyFor } from './remedy'

describe('what to do about a cause (common practice, no source)', () => {
  test('every cause has words, for every kind of instrument', () => {
    for (const cause of CAUSE_IDS)
      for (const adjustable of ['screws', 'trims', 'gauge'] as const)
        expect(remedyFor(cause, { adjustable }).says.length, cause).toBeGreaterThan(10)
  })
  test.each<[Cause, Remedy['kind']]>([
    ['none', 'none'],
    ['zero-shift', 'adjust'],
    ['output-stage', 'adjust'],
    ['non-linearity', 'repair'],
    ['failure-signal', 'repair'],
    ['wrong-unit', 'check'],
    ['plugged-line', 'check'],
    ['supply-too-low', 'check'],
  ])('%s is a matter to %s', (cause, kind) => {
    expect(remedyFor(cause, { adjustable: 'trims' }).kind).toBe(kind)
  })
  test('PV wrong, AO equal to the meter: sensor trim; PV right, meter off: output trim; both: sensor first', () => {
    expect(remedyFor('sensor-stage', { adjustable: 'trims' }).says).toMatch(/^sensor trim/)
    expect(remedyFor('output-stage', { adjustable: 'trims' }).says).toMatch(/^output trim/)
    expect(remedyFor('both-stages', { adjustable: 'trims' }).says).toMatch(/^sensor trim first.*then output/)
  })
  test('nothing that lies outside the instrument is cured by a trim', () => {
    for (const cause of CAUSE_IDS) {
      const { kind, says } = remedyFor(cause, { adjustable: 'trims' })
      if (kind === 'check') expect(says, cause).not.toMatch(/^(zero|sensor|output|span) (trim|screw)/)
    }
  })
})
