/** What a new reference begins with: what is usual, and nothing that is measured. */
const EMPTY_RANGE = {
  mark: '',
  serialNumber: '',
  measures: { kind: 'pressure', pressureKind: 'gauge', unit: 'kPa' },
  accuracy: [{ of: 'percentReading' }],
  accuracyCombine: 'sum',
  knownBy: 'accuracy',
  driftFrom: 'declared',
  driftPerYear: [],
  temperature: null,
}

export const EMPTY_REFERENCE = {
  kind: 'indicator',
  media: { 'dry-gas': false, air: false, water: false, oil: false },
  runsOnBattery: false,
  channels: 1,
  ranges: [EMPTY_RANGE],
}
