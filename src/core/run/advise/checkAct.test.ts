import { describe, expect, test } from 'vitest'
import { type ActToCheck, type ActWorld, refuseAct } from './checkAct'

/** What exists on an instrument, and where each act belongs: common practice, no source. Figures invented. */
const WORLD: ActWorld = {
  configuration: {
    kind: 'dp-transmitter',
    lrl: -63,
    url: 63,
    lrv: 0,
    urv: 40,
    unit: 'kPa',
    signal: '4-20mA',
    errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.3 }] },
    adjustLimit: null,
    adjustedBy: 'trims',
  },
  inputUnit: 'kPa',
}
const by = (change: Partial<ActWorld['configuration']>): ActWorld => ({
  ...WORLD,
  configuration: { ...WORLD.configuration, ...change },
})
const act = (change: Partial<ActToCheck>): ActToCheck => ({
  kind: 'lower-sensor-trim',
  applied: null,
  beforeOutput: null,
  afterOutput: null,
  beforePv: null,
  afterPv: null,
  reason: null,
  ...change,
})

describe('kinds of acts that do not exist on an instrument', () => {
  test.each([
    ['trims', 'zero-screw'],
    ['trims', 'gauge-zero'],
    ['screws', 'output-trim'],
    ['screws', 'span-link'],
    ['factory', 'zero-trim'],
    ['factory', 'zero-screw'],
  ] as const)('adjusted by %s: no %s', (adjustedBy, kind) => {
    expect(() => refuseAct(act({ kind }), by({ adjustedBy }), [])).toThrow('this instrument has no')
  })
  test.each([
    ['screws', 'zero-screw'],
    ['screws-and-link', 'span-link'],
    ['buttons', 'zero-trim'],
    ['factory', 'cleaning'],
  ] as const)('adjusted by %s: %s', (adjustedBy, kind) => {
    expect(() => refuseAct(act({ kind }), by({ adjustedBy }), [])).not.toThrow()
  })
  test('an analogue 4–20 mA instrument has its screws, whatever its signal suggests', () => {
    expect(() => refuseAct(act({ kind: 'span-screw' }), by({ adjustedBy: 'screws' }), [])).not.toThrow()
    expect(() => refuseAct(act({ kind: 'span-screw' }), by({ adjustedBy: undefined }), [])).toThrow('has no')
  })
})

describe('figures that cannot be', () => {
  test.each([
    ['an input beyond the sensor', { applied: '5000' }, 'outside what the sensor can do'],
    ['400 mA', { kind: 'output-trim', afterOutput: '400' }, 'is no output of'],
    ['−1 mA', { kind: 'output-trim', beforeOutput: '-1' }, 'is no output of'],
    ['a PV far beyond the sensor', { afterPv: '400' }, 'is no PV of a sensor'],
    ['a PV with an act of the output', { kind: 'output-trim', afterPv: '4' }, 'PV is recorded with trims'],
  ] as const)('%s', (_, change, words) => {
    expect(() => refuseAct(act(change), WORLD, ['zero-trim'])).toThrow(words)
  })
  test('30 psi of an output of 3–15 psi is refused, 20 psi is not', () => {
    const air = by({ kind: 'pneumatic-transmitter', signal: '3-15psi', adjustedBy: 'screws' })
    const screw = (afterOutput: string) => act({ kind: 'zero-screw', afterOutput })
    expect(() => refuseAct(screw('30'), air, [])).toThrow('is no output of 3 … 15 psi')
    expect(() => refuseAct(screw('20'), air, [])).not.toThrow()
  })
})

describe('where and when it belongs', () => {
  test.each([
    ['upper-sensor-trim', '4', false],
    ['upper-sensor-trim', '29.9', false],
    ['upper-sensor-trim', '30.1', true],
    ['lower-sensor-trim', '10.1', false],
    ['lower-sensor-trim', '9.9', true],
  ] as const)('%s at %s of 40: %s', (kind, applied, isRight) => {
    const check = () => refuseAct(act({ kind, applied }), WORLD, ['lower-sensor-trim'])
    if (isRight) expect(check).not.toThrow()
    else expect(check).toThrow('belongs near')
  })
  test('elsewhere with a reason', () => {
    const far = act({ kind: 'upper-sensor-trim', applied: '20', reason: 'the pump reaches no further' })
    expect(() => refuseAct(far, WORLD, ['lower-sensor-trim'])).not.toThrow()
  })
  test('the lower trim of a range that starts away from zero may be done at no pressure', () => {
    const elevated = by({ lrv: -30, urv: 10 })
    expect(() => refuseAct(act({ applied: '0' }), elevated, [])).not.toThrow()
    expect(() => refuseAct(act({ applied: '-12' }), elevated, [])).toThrow('belongs near 0 %')
  })
  test('the upper trim comes after the lower, or after a zero trim', () => {
    const upper = act({ kind: 'upper-sensor-trim', applied: '40' })
    expect(() => refuseAct(upper, WORLD, [])).toThrow('comes after the lower one')
    expect(() => refuseAct(upper, WORLD, ['zero-trim'])).not.toThrow()
    expect(() => refuseAct({ ...upper, reason: 'lower done last week' }, WORLD, [])).not.toThrow()
  })
  test('an output trim is done at the ends of the signal', () => {
    const trim = (afterOutput: string) => act({ kind: 'output-trim', afterOutput })
    expect(() => refuseAct(trim('12'), WORLD, [])).toThrow('at 4 and 20 mA')
    expect(() => refuseAct(trim('7.9'), WORLD, [])).not.toThrow()
    expect(() => refuseAct(trim('20.1'), WORLD, [])).not.toThrow()
  })
})
