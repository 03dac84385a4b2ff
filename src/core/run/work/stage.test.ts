import { describe, expect, test } from 'vitest'
import { type RoundProgress, stageOf, type WorkProgress } from './stage'

const READ: RoundProgress = { planned: 5, read: 5, decision: null }
const HALF: RoundProgress = { planned: 5, read: 2, decision: null }
const ISOLATED: WorkProgress = { isIsolated: true, isRestoring: false, isRestored: false }

/** The order of the work: common practice, no source. */
describe('the stage that follows from what is recorded', () => {
  test.each([
    ['no round yet', [], ISOLATED, 'prepare'],
    ['not out of service', [{ ...HALF, read: 0 }], { ...ISOLATED, isIsolated: false }, 'isolate'],
    ['being read', [HALF], ISOLATED, 'as-found'],
    ['read, not decided', [READ], ISOLATED, 'judge'],
    ['to be adjusted', [{ ...READ, decision: 'adjust' }], ISOLATED, 'adjust'],
    ['read again after it', [{ ...READ, decision: 'adjust' }, HALF], ISOLATED, 'as-left'],
    ['left inside', [{ ...READ, decision: 'adjust' }, READ], ISOLATED, 'restore'],
    [
      'left outside: judged as what is found so',
      [
        { ...READ, decision: 'adjust' },
        { ...READ, isOutside: true },
      ],
      ISOLATED,
      'judge',
    ],
    [
      'left outside and being put back all the same',
      [
        { ...READ, decision: 'adjust' },
        { ...READ, isOutside: true },
      ],
      { ...ISOLATED, isRestoring: true },
      'restore',
    ],
    [
      'left outside, decided on',
      [
        { ...READ, decision: 'adjust' },
        { ...READ, isOutside: true, decision: 'repair' },
      ],
      ISOLATED,
      'restore',
    ],
    ['taken again: the next one is as found', [{ ...READ, decision: 'repeat' }, HALF], ISOLATED, 'as-found'],
    ['left alone, put back', [{ ...READ, decision: 'leave' }], { ...ISOLATED, isRestored: true }, 'sign'],
  ] as const)('%s', (_, rounds, work, stage) => {
    expect(stageOf(rounds, work)).toBe(stage)
  })
})
