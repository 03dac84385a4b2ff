/** A configuration as typed into the form, every figure still text. */
export const TYPED_CONFIGURATION = {
  description: 'Trial',
  area: 'Bench',
  kind: 'dp-transmitter',
  pressureKind: 'differential',
  unit: 'kPa',
  lrl: '-50',
  url: '50',
  minSpan: '1',
  lrv: '0',
  urv: '40',
  signal: '4-20mA',
  errorLimit: { combine: 'larger', terms: [{ kind: 'percentSpan', value: '0.25' }] },
  adjustLimit: null,
  intervalMonths: '12',
  testPoints: '0, 50, 100',
  pointOrder: 'up-down',
}
