import { describe, expect, test } from 'vitest'
import { Refusal } from '@/core/refusal'
import { workedOut } from './deskOutcome'
import { draftOfWanted, readWanted } from './wantedDraft'

const MEASURES = { unit: 'kPa', pressureKind: 'differential' } as const
const WANTED = {
  lrv: -2.5,
  urv: 31.5,
  displayScale: { lower: 0, upper: 4, unit: 'm' },
  transfer: { kind: 'root-to-zero' as const, cutOffPercent: 8 },
  hostRoot: false,
  source: 'typed' as const,
}

describe('the boxes of the range desk', () => {
  test('what they are filled with reads back as it was', () => {
    const read = readWanted(draftOfWanted(WANTED), MEASURES)
    expect(read).toMatchObject({ kind: 'wanted', wanted: WANTED })
  })
  test.each([
    ['an empty end', { lrv: '' }, 'lrv', 'still empty'],
    ['letters', { urv: 'ten' }, 'urv', 'no'],
    ['a scale without a span', { display: { lower: '3', upper: '3', unit: 'm' } }, 'displayScale.upper', 'no span'],
    ['a scale without a unit', { display: { lower: '0', upper: '3', unit: '' } }, 'displayScale.unit', 'unit'],
    ['a cut-off beyond all sense', { cutOffPercent: '80' }, 'transfer.cutOffPercent', 'between 0 and 50'],
  ])('%s is said beside its box', (_, changes, field, says) => {
    const read = readWanted({ ...draftOfWanted(WANTED), ...changes }, MEASURES)
    expect(read.kind).toBe('unclear')
    expect(read.kind === 'unclear' && read.problems[field]).toContain(says)
  })
  test('a straight line needs no cut-off', () => {
    const draft = { ...draftOfWanted(WANTED), transfer: 'linear' as const, cutOffPercent: '' }
    expect(readWanted(draft, MEASURES)).toMatchObject({ kind: 'wanted', wanted: { transfer: { kind: 'linear' } } })
  })
})

describe('what comes of a set-up', () => {
  test('an answer, or words beside the box; a fault of ours is not swallowed', () => {
    const boxOf = (field: string) => `meter.${field}`
    expect(workedOut(() => 7, boxOf)).toEqual({ kind: 'answer', answer: 7 })
    const refused = workedOut(() => {
      throw new Refusal('bore', 'too wide', 'make it smaller')
    }, boxOf)
    expect(refused).toEqual({
      kind: 'refused',
      refusals: [{ field: 'meter.bore', reason: 'too wide', remedy: 'make it smaller' }],
    })
    expect(() =>
      workedOut(() => {
        throw new TypeError('ours')
      }, boxOf),
    ).toThrow('ours')
  })
})
