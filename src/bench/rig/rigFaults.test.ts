import { describe, expect, test } from 'vitest'
import { Refusal } from '../../core/refusal'
import { randomStream } from '../../core/statistics/randomStream'
import { actOnRig, type RigAct } from './actOnRig'
import { advanceRig } from './advanceRig'
import { BENCH_SET_UPS } from './benchSetUps'
import { readRig } from './readRig'
import { RIG_FAULT_IDS, type RigFault, withFault, withHiddenFault } from './rigFaults'
import { type Rig, rigOf } from './rigModel'

const did = (rig: Rig, ...acts: readonly RigAct[]) => acts.reduce(actOnRig, rig)

/** The bench, or for what only a filled leg can have, an instrument on one; both without noise. */
function healthy(fault: RigFault): Rig {
  const { facts, model } = fault === 'leg-lost' ? BENCH_SET_UPS['three-valve'] : BENCH_SET_UPS.bench
  const quiet = { ...model, noisePercent: 0 }
  if (fault !== 'leg-lost') return rigOf(facts, quiet)
  return rigOf({ ...facts, piping: { hookUp: 'wet-leg', pressureKind: 'differential' }, legPa: 9_000 }, quiet)
}

/** What somebody at the rig would see: readings up and down, how it holds, how quickly it follows, what a stroke gives. */
function seen(start: Rig, fault: RigFault): number[] {
  const stream = randomStream(3)
  if (fault === 'leg-lost') return [readRig(advanceRig(start, 2, stream)).pv ?? Number.NaN]
  const found: number[] = []
  const look = (rig: Rig) => {
    const { reference, milliamp, pv, ao } = readRig(rig)
    found.push(reference, milliamp ?? -1, pv ?? -1, ao ?? -1)
    return rig
  }
  let rig = did(start, { act: 'hose', to: 'on' }, { act: 'pump', to: 'at-work' }, { act: 'stroke' })
  rig = look(advanceRig(rig, 30, stream))
  for (const bar of [0, 1.4, 3, 4.6, 6, 4.6, 3])
    rig = look(advanceRig(did(rig, { act: 'source', to: bar }), 45, stream))
  rig = look(advanceRig(did(rig, { act: 'source', to: 5 }), 6, stream))
  rig = look(advanceRig(did(advanceRig(rig, 60, stream), { act: 'source', to: null }), 60, stream))
  try {
    actOnRig(rig, { act: 'write', written: { what: 'damping', seconds: 1 } })
    found.push(1)
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    found.push(0)
  }
  return found
}
const farthest = (a: readonly number[], b: readonly number[]) =>
  Math.max(...a.map((value, index) => Math.abs(value - (b[index] ?? 0))))

test('thirty-five faults or more, each in its part', () => {
  expect(RIG_FAULT_IDS.length).toBeGreaterThanOrEqual(35)
})

describe('each is seen at the rig, the graver the more', () => {
  test.each(RIG_FAULT_IDS)('%s', (fault) => {
    const good = seen(healthy(fault), fault)
    const by = (severity: number) =>
      farthest(seen(withFault(healthy(fault), fault, severity, randomStream(5)), fault), good)
    // Two waters differ by 0.18 % of the reading at their gravest: nothing is less, and its slightest is seen too.
    expect(by(1)).toBeGreaterThan(0.02)
    expect(by(0)).toBeGreaterThan(0.004)
    expect(by(1)).toBeGreaterThanOrEqual(by(0) * 0.5)
  })
})

test('what is laid in leaves the rig it was laid into as it was', () => {
  for (const fault of RIG_FAULT_IDS) {
    const rig = healthy(fault)
    const before = JSON.stringify(rig)
    withFault(rig, fault, 0.5, randomStream(1))
    expect(JSON.stringify(rig)).toBe(before)
  }
})

test('a hidden fault goes by its seed, all come up, and none that the hook-up cannot have', () => {
  const rig = healthy('zero-shift')
  const faults = Array.from({ length: 600 }, (_, seed) => withHiddenFault(rig, randomStream(seed)).fault)
  expect(faults).toEqual(Array.from({ length: 600 }, (_, seed) => withHiddenFault(rig, randomStream(seed)).fault))
  expect(new Set(faults)).toEqual(new Set(RIG_FAULT_IDS.filter((fault) => fault !== 'leg-lost')))
})
