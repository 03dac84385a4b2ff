import { describe, expect, test } from 'vitest'
import { type TakeJob, takeList, takenTogether } from './takeList'

/** What each kind of job asks for: common practice, no source. Instruments invented. */
const JOB: TakeJob = {
  configuration: {
    kind: 'dp-transmitter',
    signal: '4-20mA',
    hookUp: 'three-valve',
    pressureKind: 'differential',
    unit: 'kPa',
    lrv: 0,
    urv: 20,
    adjustedBy: 'trims',
  },
  references: ['R-1'],
  change: null,
}
const of = (change: Partial<TakeJob['configuration']>, more: Partial<TakeJob> = {}) =>
  takeList({ ...JOB, ...more, configuration: { ...JOB.configuration, ...change } })
    .map(({ what }) => what)
    .join('; ')

describe('what a job asks for', () => {
  test.each([
    [{}, /digital communicator/, /screwdrivers/],
    [{ adjustedBy: 'screws' }, /screwdrivers for zero and span/, /communicator/],
    [{ adjustedBy: 'buttons' }, /sheet of its buttons/, /communicator/],
    [
      { signal: '3-15psi', kind: 'pneumatic-transmitter', adjustedBy: 'screws' },
      /air supply.*; test gauge with room above the top of 3 … 15 psi;/,
      /loop supply|meter for/,
    ],
    [{ signal: 'display', kind: 'dial-gauge', adjustedBy: 'pointer' }, /pointer puller/, /meter for/],
    [{ hookUp: 'bench' }, /loop supply, 24 V/, /hydraulic/],
    [
      { hookUp: 'vacuum-manifold', kind: 'vacuum-gauge', signal: 'display', adjustedBy: 'gauge-sequence' },
      /dry nitrogen/,
      /clean dry air/,
    ],
    [{ hookUp: 'wet-leg' }, /fill fluid for the leg/, /clean dry air/],
  ] as const)('%j', (change, has, hasNot) => {
    expect(of(change)).toMatch(has)
    expect(of(change)).not.toMatch(hasNot)
  })
  test.each([
    [24.9, 'low-pressure pump'],
    [25.1, 'pneumatic hand pump'],
    [3999, 'pneumatic hand pump'],
    [4001, 'hydraulic pump'],
  ])('up to %d kPa: %s', (urv, pump) => {
    expect(of({ urv })).toContain(pump)
  })
  test('for its fluid: free of oil where oil must not go, and what it asks of those who open it', () => {
    expect(of({ urv: 4001, fluidHazards: ['oxygen'] })).toMatch(/free of oil.*kept for oxygen/)
    expect(of({ urv: 4001 })).toContain('the oil the process allows')
    expect(of({ fluidHazards: ['steam'] })).toContain('hot water and steam')
    expect(of({ fluidHazards: ['toxic'], hookUp: 'wet-leg' })).toMatch(/breathing.*hot water and steam/)
    expect(of({ fluidHazards: ['toxic', 'chlorine'] }).match(/protection for breathing/g)).toHaveLength(1)
  })
  test('below the air of the place the vacuum side is needed', () => {
    expect(of({ pressureKind: 'gauge', lrv: -5 })).toContain('vacuum side')
    expect(of({ pressureKind: 'gauge', lrv: 0 })).not.toContain('vacuum side')
    // A differential below nothing is pressed on its low side.
    expect(of({ lrv: -5 })).not.toContain('vacuum side')
    // The standard atmosphere 500 m up is 95.46 kPa (ISO 2533).
    expect(of({ pressureKind: 'absolute', lrv: 95.4, urv: 120 })).toContain('vacuum side')
    expect(of({ pressureKind: 'absolute', lrv: 95.6, urv: 120 })).not.toContain('vacuum side')
  })
  test('a capsule brings its parts, a torque wrench and a new tag', () => {
    const change = { capsule: 'C-9', link: null, construction: 'force-balance' as const }
    expect(of({}, { change })).toMatch(/capsule C-9.*gaskets and O-rings.*torque wrench.*new range tag/)
    expect(of({})).not.toContain('torque wrench')
  })
})

test('for a day’s jobs each thing once, with whom it is for', () => {
  const together = takenTogether([
    { tag: 'A', items: takeList(JOB) },
    { tag: 'B', items: takeList({ ...JOB, references: ['R-2'] }) },
  ])
  expect(together.find(({ what }) => what === 'goggles')?.tags).toEqual(['A', 'B'])
  expect(together.find(({ what }) => what === 'R-2')?.tags).toEqual(['B'])
  expect(together.filter(({ what }) => what === 'goggles')).toHaveLength(1)
})
