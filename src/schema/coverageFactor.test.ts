import { describe, expect, test } from 'vitest'
import { CertifiedRangeForm } from './referenceForm'

const POINT = { indicated: 1, reference: 1, correction: null, uncertainty: 0.1 }
const NOTHING = { mark: '', coverageFactor: null, uncertainty: [], points: [], found: [] }
const complaints = (change: object) =>
  CertifiedRangeForm.safeParse({ ...NOTHING, ...change }).error?.issues.map(
    ({ path, message }) => `${path}: ${message}`,
  )

/** JCGM 100:2008, 7.2.3: an expanded uncertainty is reported with its coverage factor. */
describe('the coverage factor of a certificate', () => {
  test.each([
    ['points as given back', { points: [POINT] }],
    ['points as found', { points: [POINT], found: [POINT] }],
    ['U as terms', { uncertainty: [{ value: 0.1, of: 'percentReading' }] }],
  ])('belongs to %s', (_, said) => {
    expect(complaints({ ...said, coverageFactor: 2 })).toBeUndefined()
    expect(complaints(said)).toEqual(['coverageFactor: is still empty: enter the k that belongs to U'])
  })
  test('is not asked for where no uncertainty is stated', () => {
    expect(complaints({})).toBeUndefined()
  })
})
