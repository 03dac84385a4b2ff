import { describe, expect, test } from 'vitest'
import { FLUID_HAZARD_IDS, fluidCautions } from '../../reference/fluidHazard'
import type { Signal } from '../../signal/signal'
import { PRESSURE_KIND_IDS } from '../../units/pressureKind'
import { HOOK_UPS, type HookUp } from '../plan/hookUp'
import { hazardsOfStep, isInService, readinessFaults } from './hookUpHazards'
import { networkOf } from './hookUpNetwork'
import { afterStep, type HookUpState, inService } from './hookUpState'
import { type HookUpFacts, isolateSteps } from './isolateSteps'
import { pressedWords, pumpSideOf } from './pumpSide'
import { restoreSteps } from './restoreSteps'
import { hookUpFactsOf } from './workLists'
import { type WorkStep, workStep } from './workStep'

/*
 * Every list of steps is walked through by the model of its valves. What is dangerous, and what the reference has to see,
 * is common practice, no source.
 */

const HOOK_UP_IDS = Object.keys(HOOK_UPS) as HookUp[] // keys of a const object
const READ_BY: readonly Signal[] = ['4-20mA', '0-10V', '3-15psi', 'display']
const EVERY: HookUpFacts[] = HOOK_UP_IDS.flatMap((hookUp) =>
  PRESSURE_KIND_IDS.flatMap((pressureKind) =>
    READ_BY.flatMap((signal) =>
      (pressureKind === 'differential' ? (['high', 'low', 'either'] as const) : (['high'] as const)).map(
        (pumpSide) => ({ hookUp, pressureKind, signal, pumpSide }),
      ),
    ),
  ),
)

/** Walks a list, refusing what is dangerous on the way. */
function walk(start: HookUpState, steps: readonly WorkStep[], facts: HookUpFacts): HookUpState {
  const network = networkOf(facts)
  return steps.reduce((state, step) => {
    expect(hazardsOfStep(state, step, network), `${facts.hookUp}, ${facts.pressureKind}: ${step.id}`).toEqual([])
    return afterStep(state, step, network)
  }, start)
}

const isolated = (facts: HookUpFacts) => walk(inService(facts), isolateSteps(facts), facts)

test('all nine hook-ups with every kind of pressure and signal are walked', () => {
  expect(EVERY).toHaveLength(9 * (1 + 1 + 3) * READ_BY.length)
})

test.each(EVERY)(
  '$hookUp, $pressureKind, $signal, pump on $pumpSide: safe at every step, and before As found pressure reaches the cell alone',
  (facts) => {
    const state = isolated(facts)
    expect(readinessFaults(state, facts)).toEqual([])
    const { hoseAt } = networkOf(facts)
    expect(state.pressures[hoseAt]).toBe('pump')
    expect(state.pressures[hoseAt === 'cell-high' ? 'cell-low' : 'cell-high']).toBe('none')
  },
)

describe('the side the pump presses on (a hand pump gives pressure, not vacuum: common practice, no source)', () => {
  const side = (lrv: number, urv: number, pressureKind: 'gauge' | 'differential' = 'differential') =>
    pumpSideOf({ pressureKind, lrv, urv })
  test('is the low one where every point lies below nothing, whichever end is 0 %', () => {
    expect([side(-7.35, -1.45), side(-1.45, -7.35), side(-20, 0)]).toEqual(['low', 'low', 'low'])
    expect([side(0, 20), side(5, 20), side(-20, 20)]).toEqual(['high', 'high', 'either'])
    expect(side(-100, 0, 'gauge')).toBe('high')
  })
  test('is where hose and open vent are: shut in, the other side is told', () => {
    const facts: HookUpFacts = {
      ...{ hookUp: 'three-valve', pressureKind: 'differential', signal: '4-20mA', pumpSide: 'low' },
    }
    const hose = isolateSteps(facts).find(({ id }) => id === 'pressure')
    expect(hose?.does).toContain('of the low side')
    expect(hose?.why).toContain('counts with a minus')
    const state = isolated(facts)
    expect(readinessFaults({ ...state, valves: { ...state.valves, 'vent-high': 'closed' } }, facts)).toEqual([
      'the high side is shut in: it is to be open to air, or on the reference’s high port',
    ])
    const equalised = readinessFaults({ ...state, valves: { ...state.valves, equalise: 'open' } }, facts)
    expect(equalised.join()).toContain('the equaliser is open')
    expect(readinessFaults({ ...state, valves: { ...state.valves, 'vent-low': 'open' } }, facts)).toEqual([
      'vent, low side is open: pressure runs away through it',
    ])
  })
  test('on a bench, and at one seal, there is one place for the hose, whichever side it is', () => {
    for (const hookUp of ['bench', 'two-valve'] as const)
      expect(networkOf({ hookUp, pressureKind: 'differential', pumpSide: 'low' }).hoseAt).toBe('cell-high')
    expect(networkOf({ hookUp: 'three-valve', pressureKind: 'differential', pumpSide: 'low' }).hoseAt).toBe('cell-low')
  })
  test('is said at a point where it is not always the high one', () => {
    expect([pressedWords('high', -1), pressedWords('low', -1)]).toEqual([null, 'pressure on the low side'])
    expect(pressedWords('either', -0.1)).toBe('vacuum on the high side, or pressure on the low one')
    expect([0, 0.1].map((input) => pressedWords('either', input))).toEqual(Array(2).fill('pressure on the high side'))
  })
  test('a run takes it from its range', () => {
    const facts = (lrv: number, urv: number) =>
      hookUpFactsOf({
        configuration: { signal: '4-20mA', hookUp: 'wet-leg', pressureKind: 'differential', unit: 'kPa', lrv, urv },
      }).pumpSide
    expect(facts(-7.35, -1.45)).toBe('low')
    expect(facts(0, 10)).toBe('high')
    // A filled leg that stays presses on the low side already: the pump works against it.
    const configuration = {
      signal: '4-20mA',
      pressureKind: 'differential',
      unit: 'kPa',
      lrv: -7.35,
      urv: -1.45,
    } as const
    expect(hookUpFactsOf({ configuration, lowLeg: {} }).pumpSide).toBe('high')
  })
})

test.each(EVERY)(
  '$hookUp, $pressureKind, $signal: restored, it stands as in service; for repair, without pressure',
  (facts) => {
    const back = walk(isolated(facts), restoreSteps({ ...facts, isForRepair: false }), facts)
    expect(isInService(back, facts)).toBe(true)
    const { 'cell-high': high, 'cell-low': low } = inService(facts).pressures
    expect([back.pressures['cell-high'], back.pressures['cell-low']]).toEqual([high, low])
    const out = walk(isolated(facts), restoreSteps({ ...facts, isForRepair: true }), facts)
    expect(out.rig).toEqual({ hose: 'off', pump: 'vented' })
    expect([out.pressures['cell-high'], out.pressures['cell-low']]).toEqual(['none', 'none'])
  },
)

test('a cold drum read by its glass: flushed, filled again and shut off before it is zeroed; it never leaves its process', () => {
  const facts: HookUpFacts = { hookUp: 'wet-leg', pressureKind: 'differential', signal: '4-20mA', isByGlass: true }
  const ready = isolated(facts)
  expect(readinessFaults(ready, facts)).toEqual([])
  expect(isInService(walk(ready, restoreSteps({ ...facts, isForRepair: false }), facts), facts)).toBe(true)
  const left = (valves: object) => readinessFaults({ ...ready, valves: { ...ready.valves, ...valves } }, facts)
  expect(left({ equalise: 'open' })).toEqual(['equalising valve is open'])
  expect(readinessFaults({ ...ready, isFilled: false }, facts)).toEqual(['the leg is not filled again'])
})

describe('what the process fluid asks for (common practice, no source)', () => {
  const facts = (fluidHazards: HookUpFacts['fluidHazards'], hookUp: HookUp = 'two-valve'): HookUpFacts => ({
    ...{ hookUp, pressureKind: 'gauge', signal: '4-20mA', fluidHazards },
  })
  const ids = (steps: readonly WorkStep[]) => steps.map(({ id }) => id)
  const back = (of: HookUpFacts) => ids(restoreSteps({ ...of, isForRepair: false }))

  test.each(FLUID_HAZARD_IDS.flatMap((hazard) => HOOK_UP_IDS.map((hookUp) => [hazard, hookUp] as const)))(
    '%s, %s: its caution stands before a valve is touched, and the lists stay safe',
    (hazard, hookUp) => {
      const of = { ...facts([hazard], hookUp), pressureKind: 'differential' as const }
      const steps = isolateSteps(of)
      const first = ids(steps).indexOf('protection')
      expect(steps[first]?.why).toContain(fluidCautions([hazard])[0])
      expect(steps.slice(0, first).every(({ valves }) => valves === undefined)).toBe(true)
      const state = isolated(of)
      expect(readinessFaults(state, of)).toEqual([])
      expect(isInService(walk(state, restoreSteps({ ...of, isForRepair: false }), of), of)).toBe(true)
      expect(new Set(back(of)).size).toBe(back(of).length)
    },
  )
  test('oxygen: cleaned before the hose goes on; nothing of it where nothing is registered', () => {
    const steps = ids(isolateSteps(facts(['oxygen'])))
    expect(steps.indexOf('oxygen-clean')).toBeGreaterThan(steps.indexOf('vent'))
    expect(steps.indexOf('oxygen-clean')).toBeLessThan(steps.indexOf('pressure'))
    expect(ids(isolateSteps(facts(undefined)))).not.toContain('oxygen-clean')
  })
  test('steam: siphon filled before the valve is opened; a wet leg is filled in its own step, and the bench has no siphon', () => {
    const steps = back(facts(['steam']))
    expect(steps.indexOf('refill-siphon')).toBeGreaterThan(steps.indexOf('hose-off'))
    expect(steps.indexOf('refill-siphon')).toBeLessThan(steps.indexOf('open'))
    for (const hookUp of ['wet-leg', 'remote-seal', 'bench'] as const)
      expect(back(facts(['steam'], hookUp))).not.toContain('refill-siphon')
    expect(back(facts(['steam'], 'wet-leg'))).toContain('refill')
  })
  test('what may lie below the air is not vented “down to no pressure”', () => {
    const vent = (lrv: number, urv: number, pressureKind: 'gauge' | 'absolute' | 'differential') => {
      const configuration = { signal: '4-20mA', hookUp: 'two-valve', unit: 'kPa', pressureKind, lrv, urv } as const
      return isolateSteps(hookUpFactsOf({ configuration })).find(({ id }) => id === 'vent')
    }
    expect(vent(-100, 500, 'gauge')?.does).toContain('at the pressure of the air')
    // Whatever is vented, by its own words: a seal has rings and no vent.
    for (const hookUp of ['direct', 'three-valve', 'five-valve', 'remote-seal', 'wet-leg'] as const) {
      const configuration = { signal: '4-20mA', hookUp, unit: 'kPa', pressureKind: 'gauge', lrv: -4, urv: 55 } as const
      const step = isolateSteps(hookUpFactsOf({ configuration })).find(({ id }) => id === 'vent')
      expect(step?.does, hookUp).toMatch(
        hookUp === 'remote-seal' ? /flushing rings .*pressure of the air$/ : /pressure of the air$/,
      )
      expect(step?.does).not.toContain('no pressure')
    }
    expect(vent(5, 95, 'absolute')?.why).toContain('lets air into the process')
    expect(vent(0, 500, 'gauge')?.does).toContain('down to no pressure')
    expect(vent(0, 600, 'absolute')?.does).toContain('down to no pressure')
    // A difference says nothing of the pressure it stands in.
    expect(vent(-20, 0, 'differential')?.does).toContain('down to no pressure')
  })
})

describe('what the model finds', () => {
  const facts = (hookUp: HookUp): HookUpFacts => ({ hookUp, pressureKind: 'differential', signal: '4-20mA' })
  const hazards = (hookUp: HookUp, state: HookUpState, step: WorkStep) =>
    hazardsOfStep(state, step, networkOf(facts(hookUp)))
  const ticked = (hookUp: HookUp, ...done: WorkStep[]) =>
    done.reduce((state, step) => afterStep(state, step, networkOf(facts(hookUp))), inService(facts(hookUp)))
  const valve = (valves: NonNullable<WorkStep['valves']>) => workStep('v', '', '', { valves })

  test('a vent that is opened to the process', () => {
    expect(hazards('two-valve', inService(facts('two-valve')), valve({ vent: 'open' }))).toContain('vent-to-process')
  })
  test('one side opened alone, with the equaliser shut', () => {
    const shut = ticked('three-valve', ...isolateSteps(facts('three-valve')).filter(({ part }) => part === 'out'))
    const closed = [{ equalise: 'closed' as const }, { 'vent-high': 'closed' as const, 'vent-low': 'closed' as const }]
    const ready = closed.reduce(
      (state, valves) => afterStep(state, valve(valves), networkOf(facts('three-valve'))),
      shut,
    )
    expect(hazards('three-valve', ready, valve({ high: 'open' }))).toContain('one-side')
    const equalised = afterStep(ready, valve({ equalise: 'open' }), networkOf(facts('three-valve')))
    expect(hazards('three-valve', equalised, valve({ high: 'open' }))).toEqual([])
  })
  test('a way through from one side of the process to the other', () => {
    expect(hazards('three-valve', inService(facts('three-valve')), valve({ equalise: 'open' }))).toContain('bypass')
  })
  test('the leg run out through an open equaliser, and the body’s fill lost without a word', () => {
    expect(hazards('wet-leg', inService(facts('wet-leg')), valve({ equalise: 'open' }))).toContain('leg-lost')
    const shut = ticked('wet-leg', valve({ high: 'closed', low: 'closed', equalise: 'open' }))
    const vents = { valves: { 'vent-high': 'open', 'vent-low': 'open' } } as const
    expect(hazards('wet-leg', shut, workStep('v', '', '', vents))).toContain('fill-lost')
    expect(hazards('wet-leg', shut, workStep('v', '', '', { ...vents, fill: 'lost' }))).toEqual([])
  })
  test('the leg’s valve opened before it is filled again', () => {
    const dry = ticked('wet-leg', workStep('v', '', '', { valves: { high: 'closed', low: 'closed' }, fill: 'lost' }))
    expect(hazards('wet-leg', dry, valve({ low: 'open' }))).toContain('not-filled')
  })
  test('a hose put on or taken off under pressure', () => {
    const hose = (to: 'on' | 'off') => workStep('h', '', '', { rig: { hose: to } })
    expect(hazards('direct', inService(facts('direct')), hose('on'))).toContain('hose-under-pressure')
    const atWork = isolated(facts('direct'))
    expect(hazards('direct', atWork, hose('off'))).toContain('hose-under-pressure')
  })
  test('the block valve opened with the hose on', () => {
    expect(hazards('two-valve', isolated(facts('two-valve')), valve({ block: 'open' }))).toContain('hose-at-process')
  })
  test('two seals vented one after the other: the first one leaves the other alone under pressure', () => {
    const shut = ticked('remote-seal', valve({ high: 'closed', low: 'closed' }))
    const vents = { valves: { 'vent-high': 'open', 'vent-low': 'open' } } as const
    expect(hazards('remote-seal', shut, workStep('v', '', '', vents))).toContain('one-side')
    expect(hazards('remote-seal', shut, workStep('v', '', '', { ...vents, isTogether: true }))).toEqual([])
  })
  test('equaliser or vent left open, or the low side shut in: said before a reading is taken', () => {
    const ready = isolated(facts('three-valve'))
    const faults = (valves: NonNullable<WorkStep['valves']>) =>
      readinessFaults({ ...ready, valves: { ...ready.valves, ...valves } }, facts('three-valve'))
    expect(faults({ equalise: 'open' })).toContainEqual(expect.stringMatching(/^the equaliser is open/))
    expect(faults({ 'vent-high': 'open' })[0]).toMatch(/^vent, high side is open/)
    expect(faults({ 'vent-low': 'closed' })[0]).toMatch(/^the low side is shut in/)
    expect(faults({ high: 'open' })[0]).toMatch(/^block valve, high side is open/)
    expect(readinessFaults({ ...ready, rig: { hose: 'off', pump: 'vented' } }, facts('three-valve'))[0]).toMatch(/hose/)
  })
})
