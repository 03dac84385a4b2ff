import { describe, expect, test } from 'vitest'
import { METER, PUMP } from '../../tests/support/benchPlant'
import { recordForDocument } from '../../tests/support/recordForDocument'
import { tracePicture } from '../pictures/tracePicture'
import type { SealedRecord } from '../schema/record'
import type { WorkingPressureReference, WorkingReference } from '../schema/world'
import { breaksOf, recordsNamedBy, traceOf, traceWords } from './traceability'

/* Metrological traceability: an unbroken chain of calibrations, each contributing to U; JCGM 200:2012, 2.41. */

const outside = { laboratory: 'Outer metrology', accreditation: 'OM-1' }
const pump: WorkingPressureReference = { ...PUMP, ...outside }
const meter: WorkingReference = { ...METER, ...outside }

/** A record of the bench with these references, worked on a day. */
function recordOf(
  sequence: number,
  { input = pump, output = meter as WorkingReference | null, day = '2026-11-20' } = {},
): SealedRecord {
  const record = recordForDocument()
  return { ...record, sequence, world: { ...record.world, inputReference: input, outputReference: output, day } }
}
const kinds = (record: SealedRecord, above: readonly SealedRecord[] = []) =>
  breaksOf(traceOf(record, new Map(above.map((each) => [each.sequence, each])))).map(({ kind }) => kind)

describe('where the chain does not hold is named', () => {
  test('whole: each reference in date, its laboratory accredited', () => {
    const record = recordOf(5)
    expect(kinds(record)).toEqual([])
    expect(traceWords(traceOf(record, new Map()))).toMatch(
      /^Every path leads to a laboratory with its accreditation: T-P by T-1 of Outer metrology/,
    )
  })
  test('valid on the last day, out of date on the next; and never before it was calibrated', () => {
    expect(kinds(recordOf(5, { day: PUMP.dueOn }))).toEqual([])
    expect(kinds(recordOf(5, { day: '2027-01-11' }))).toEqual(['out-of-date', 'out-of-date'])
    expect(kinds(recordOf(5, { day: PUMP.calibratedOn }))).toEqual([])
    expect(kinds(recordOf(5, { day: '2026-01-09', output: null }))).toEqual(['out-of-date'])
  })
  test('no certificate, no laboratory, no accreditation', () => {
    const without = (part: Partial<WorkingPressureReference>) => kinds(recordOf(5, { input: { ...pump, ...part } }))
    expect(without({ certificate: '' })).toEqual(['no-certificate'])
    expect(without({ laboratory: undefined })).toEqual(['no-laboratory'])
    expect(without({ accreditation: undefined })).toEqual(['no-accreditation'])
  })
  test('through our own record: its references count, on the day of that work', () => {
    const own: WorkingPressureReference = { ...PUMP, certificateRecord: 3 }
    const higher: WorkingPressureReference = { ...pump, id: 'h', code: 'H-1', dueOn: '2026-03-01' }
    const below = recordOf(5, { input: own })
    expect(recordsNamedBy(below)).toEqual([3])
    expect(kinds(below, [recordOf(3, { input: higher, day: '2026-02-01' })])).toEqual([])
    expect(kinds(below, [recordOf(3, { input: higher, day: '2026-04-01' })])).toEqual(['out-of-date'])
    expect(kinds(below)).toEqual(['record-missing'])
  })
  test('a chain that leads back to itself ends, and says so', () => {
    const own: WorkingPressureReference = { ...PUMP, certificateRecord: 3 }
    const record = recordOf(3, { input: own })
    expect(kinds(record, [record])).toEqual(['circle'])
  })
})

test('the picture has the work, each reference and its laboratory, left to right, and the words of the chain', () => {
  const own: WorkingPressureReference = { ...PUMP, certificateRecord: 3 }
  const higher: WorkingPressureReference = { ...pump, id: 'h', code: 'H-1', accreditation: undefined }
  const trace = traceOf(recordOf(5, { input: own }), new Map([[3, recordOf(3, { input: higher })]]))
  const scene = tracePicture(trace, { width: 700, fontSize: 12 })
  const texts = scene.shapes.flatMap((shape) => (shape.kind === 'text' ? [shape] : []))
  const at = (text: string) => texts.find((each) => each.text === text)?.x ?? Number.NaN
  expect(at('record 5')).toBeLessThan(at('T-P'))
  expect(at('T-P')).toBeLessThan(at('H-1'))
  expect(at('H-1')).toBeLessThan(at('no accreditation noted'))
  expect(texts.filter(({ text }) => text === 'external laboratory')).toHaveLength(3) // H-1, and the meter of both records
  expect(scene.words).toContain('no accreditation of Outer metrology is noted, which calibrated H-1')
  for (const shape of scene.shapes)
    if (shape.kind === 'box') expect(shape.y + shape.height).toBeLessThanOrEqual(scene.height)
})

test('a name too long for its box goes on in the next line, whole, and inside the box', () => {
  const laboratory = 'Outer valley metrology, pressure bench'
  const trace = traceOf(recordOf(5, { input: { ...pump, laboratory } }), new Map())
  const { shapes } = tracePicture(trace, { width: 600, fontSize: 12 })
  const bold = shapes.flatMap((shape) => (shape.kind === 'text' && shape.isBold ? [shape] : []))
  const first = bold.findIndex(({ text }) => text.startsWith('Outer valley'))
  expect(`${bold[first]?.text} ${bold[first + 1]?.text}`).toBe(laboratory)
  const box = shapes.flatMap((shape) => (shape.kind === 'box' && shape.x > 350 ? [shape] : []))[0]
  const last = shapes.flatMap((shape) =>
    shape.kind === 'text' && shape.text === 'external laboratory' ? [shape] : [],
  )[0]
  expect(last?.y).toBeLessThan((box?.y ?? 0) + (box?.height ?? 0))
})
