import { describe, expect, test } from 'vitest'
import {
  looked,
  mayLetGo,
  nextDuty,
  ordered,
  type SourceBounds,
  type SourceLook,
  type SourceState,
  sourceTaken,
  ventedByHand,
  wanted,
} from './sourceDuty'

const BOUNDS: SourceBounds = { lowest: -1, highest: 7, ventsTo: 0, nothing: 0.01, ventSeconds: 20, silentSeconds: 2 }
const fresh = sourceTaken(null, 0)
const held: SourceState = { ...fresh, standing: 'held' }
const vent = (state: SourceState) => wanted(state, { kind: 'vent' }, BOUNDS).state
const at = (pressure: number, mode: SourceLook['mode'] = 'control', setPoint = pressure): SourceLook => ({
  ...{ pressure, mode, setPoint },
})

describe('precedence: vent, then hold, then set (rules of ours)', () => {
  test('a vent is always taken, and nothing else until it is confirmed', () => {
    const owing = vent({ ...held, owes: 'hold', setTo: 4 })
    expect(owing).toMatchObject({ owes: 'vent', setTo: null })
    expect(wanted(owing, { kind: 'hold' }, BOUNDS)).toEqual({ state: owing, notTaken: 'vent-first' })
    expect(wanted(owing, { kind: 'set', to: 2 }, BOUNDS).notTaken).toBe('vent-first')
    expect(nextDuty(owing)).toEqual({ kind: 'vent' })
    expect(mayLetGo(owing)).toBe(false)
  })
  test('a set point waits for a hold that is owed, and keeps within the bounds, their edges included', () => {
    expect(wanted({ ...held, owes: 'hold' }, { kind: 'set', to: 2 }, BOUNDS).notTaken).toBe('hold-first')
    expect([-1, 0, 7].map((to) => wanted(held, { kind: 'set', to }, BOUNDS).notTaken)).toEqual([null, null, null])
    expect([-1.01, 7.01].map((to) => wanted(held, { kind: 'set', to }, BOUNDS).notTaken)).toEqual([
      'beyond-limits',
      'beyond-limits',
    ])
  })
})

describe('a vent is owed until the source confirms it', () => {
  test('while it does not answer: owed still, and alarmed', () => {
    const lost = ordered(vent(held), { kind: 'vent' }, 'lost', 1)
    expect(lost).toMatchObject({ owes: 'vent', standing: 'unknown', alarm: 'vent-owed' })
    expect(looked(lost, null, 2, BOUNDS)).toMatchObject({ owes: 'vent', alarm: 'vent-owed' })
    // Heard again it is still the first thing.
    expect(nextDuty(looked(lost, at(4), 60, BOUNDS))).toEqual({ kind: 'vent' })
  })
  test('one that refuses is told again, and alarmed with another word', () => {
    expect(ordered(vent(held), { kind: 'vent' }, 'refused', 1)).toMatchObject({
      owes: 'vent',
      alarm: 'refuses-to-vent',
    })
  })
  test('after a restart it is owed as before', () => {
    expect(sourceTaken('vent', 9)).toMatchObject({ owes: 'vent', alarm: 'vent-owed', standing: 'unknown' })
  })
  test('confirmed it vents, and is vented when the pressure is gone', () => {
    const venting = ordered(vent(held), { kind: 'vent' }, 'confirmed', 10)
    expect(venting).toMatchObject({ owes: null, standing: 'venting', alarm: null })
    expect(looked(venting, at(3, 'vent'), 12, BOUNDS).standing).toBe('venting')
    expect(looked(venting, at(0.01, 'vent'), 15, BOUNDS)).toMatchObject({ standing: 'vented', alarm: null })
  })
  test('a pressure that does not fall in its time is no vent, whatever the source says', () => {
    const venting = ordered(vent(held), { kind: 'vent' }, 'confirmed', 10)
    expect(looked(venting, at(3, 'vent'), 30, BOUNDS).alarm).toBeNull()
    expect(looked(venting, at(3, 'vent'), 30.1, BOUNDS)).toMatchObject({ owes: 'vent', alarm: 'does-not-vent' })
  })
  test('told to vent it drives again: vented once more', () => {
    const venting = ordered(vent(held), { kind: 'vent' }, 'confirmed', 10)
    expect(looked(venting, at(1, 'control'), 11, BOUNDS)).toMatchObject({ owes: 'vent', alarm: 'not-as-told' })
  })
})

describe('beyond the bounds', () => {
  test.each([7.01, -1.01])('%d: a vent is owed, never a hold', (pressure) => {
    expect(looked({ ...held, owes: 'hold' }, at(pressure), 3, BOUNDS)).toMatchObject({
      owes: 'vent',
      alarm: 'beyond-limits',
    })
  })
  test.each([7, -1])('%d, on the edge, is within', (pressure) => {
    expect(looked(held, at(pressure), 3, BOUNDS)).toMatchObject({ owes: null, alarm: null })
  })
})

describe('holding', () => {
  test('a set point that was lost may have been taken: it is held', () => {
    expect(ordered(held, { kind: 'set', to: 4 }, 'lost', 1)).toMatchObject({ owes: 'hold', standing: 'unknown' })
    expect(ordered(held, { kind: 'set', to: 4 }, 'refused', 1)).toEqual(held)
  })
  test('what drives no pressure has none to be held: its output is not switched on', () => {
    const owing = { ...fresh, owes: 'hold' as const }
    expect(looked(owing, at(0, 'vent'), 1, BOUNDS)).toMatchObject({ owes: null, standing: 'venting' })
    expect(looked(owing, at(2, 'measure'), 1, BOUNDS)).toMatchObject({ owes: null, standing: 'unknown' })
    expect(looked(owing, at(2, 'control'), 1, BOUNDS).owes).toBe('hold')
    // One that does not tell what it does is held.
    expect(looked(owing, at(2, null), 1, BOUNDS).owes).toBe('hold')
  })
  test('another’s hand on it is told', () => {
    expect(looked(held, at(2, 'measure'), 1, BOUNDS)).toMatchObject({ standing: 'unknown', alarm: 'not-as-told' })
  })
})

describe('another’s set point', () => {
  const going = ordered(fresh, { kind: 'set', to: 3 }, 'confirmed', 1)
  test('further off than counts as nothing: it does not do what it was told', () => {
    expect(looked(going, at(2, 'control', 3.02), 2, BOUNDS)).toMatchObject({
      standing: 'unknown',
      alarm: 'not-as-told',
    })
    expect(looked(going, at(2, 'control', 3.009), 2, BOUNDS)).toMatchObject({ standing: 'going', alarm: null })
  })
  test('of one that was told to hold where it was, nobody knows it', () => {
    expect(looked(held, at(2, 'control', 2.7), 2, BOUNDS).alarm).toBeNull()
  })
})

describe('silence', () => {
  test('is told after its time, and over when it is heard', () => {
    expect(looked(held, null, 2, BOUNDS).alarm).toBeNull()
    const silent = looked(held, null, 2.1, BOUNDS)
    expect(silent.alarm).toBe('silent')
    expect(looked(silent, at(2), 3, BOUNDS)).toMatchObject({ alarm: null, heardAt: 3 })
  })
})

test('a source of absolute pressure vents to the air', () => {
  const absolute = { ...BOUNDS, ventsTo: 1, nothing: 0.15 }
  const venting = ordered(vent(held), { kind: 'vent' }, 'confirmed', 0)
  expect(looked(venting, at(1.15, 'vent'), 1, absolute).standing).toBe('vented')
  expect(looked(venting, at(1.16, 'vent'), 1, absolute).standing).toBe('venting')
})

test('a person who vented it by hand owes nothing more', () => {
  expect(ventedByHand(vent(held), 5)).toMatchObject({ owes: null, alarm: null, standing: 'unknown' })
})
