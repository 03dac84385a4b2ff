import type { PressureUnit } from '@/core/units/pressureUnit'
import { EMPTY_OF_REFERENCE } from '@/schema/referenceFields'

/** What a new reference begins with: what is usual, and nothing that is measured. */
const emptyRange = (unit: PressureUnit) => ({
  mark: '',
  serialNumber: '',
  measures: { kind: 'pressure', pressureKind: 'gauge', unit },
  accuracy: [{ of: 'percentReading' }],
  accuracyCombine: 'sum',
  knownBy: 'accuracy',
  driftFrom: 'declared',
  driftPerYear: [],
  temperature: null,
  gravity: null,
  piston: null,
})

/** @param unit the site begins with */
export const emptyReference = (unit: PressureUnit) => ({
  deviceKind: 'indicator',
  ...EMPTY_OF_REFERENCE,
  ranges: [emptyRange(unit)],
})
