import { describe, expect, test } from 'vitest'
import { benchWorld } from '../../tests/support/benchPlant'
import type { ReadingTaking, RunStep } from '../schema/recordedRun'
import { takingWords } from './takingWords'

const world = benchWorld('W-1')
const step = (percent: number, direction: 'rising' | 'falling', taking?: ReadingTaking): RunStep => ({
  id: '00000000-0000-4000-8000-000000000001',
  position: 0,
  ...{ percent, direction },
  readings: [
    {
      id: '00000000-0000-4000-8000-000000000002',
      ...{ applied: '0', output: '4', takenAt: '2026-11-20T09:00:00.000Z', takenBy: 'Anna', supersedes: null },
      ...{ reason: null, ...(taking && { taking }) },
    },
  ],
})
const mean = (settledBy: Extract<ReadingTaking, { way: 'automatic' }>['settledBy'], readings = 5): ReadingTaking => ({
  way: 'automatic',
  ...{ readings, appliedSpread: '0.0001', outputSpread: '0.0004', settledBy },
})

describe('how readings were taken, in words', () => {
  test('nothing is said of a round that was typed', () => {
    expect(takingWords({ steps: [step(0, 'rising'), step(100, 'rising')] }, world)).toEqual([])
  })
  test('one way for all of them', () => {
    const steps = [step(0, 'rising', mean('window')), step(100, 'rising', mean('window'))]
    expect(takingWords({ steps }, world)).toEqual([
      'Mean of 5 readings by its devices, once it stayed within its window: every point',
    ])
  })
  test('each way with its points; what was typed between is not among them', () => {
    const steps = [
      step(0, 'rising', mean('statistical')),
      step(50, 'rising', mean('person', 1)),
      step(100, 'rising'),
      step(50, 'falling', { way: 'linked', fields: ['applied', 'pv'] }),
    ]
    expect(takingWords({ steps }, world)).toEqual([
      'Mean of 5 readings by its devices, once its slope was lost in its noise: 0 % rising',
      'Mean of 1 reading by its devices, as it stood, on a person’s word: 50 % rising',
      'As its devices showed it (applied, PV): 50 % falling',
    ])
  })
})
