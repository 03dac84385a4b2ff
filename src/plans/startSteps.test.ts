import { describe, expect, test } from 'vitest'
import { startSteps } from './startSteps'

const NOTHING = {
  hasSite: false,
  technicians: 0,
  reviewers: 0,
  references: 0,
  certified: 0,
  instruments: 0,
  sealed: 0,
  reviewed: 0,
}
const done = (have: Partial<typeof NOTHING>) =>
  startSteps({ ...NOTHING, ...have })
    .filter(({ isDone }) => isDone)
    .map(({ title }) => title)

describe('from nothing to the first certificate', () => {
  test('nothing is done of an empty plant, and each step says where to go', () => {
    expect(done({})).toEqual([])
    for (const { ways } of startSteps(NOTHING)) expect(ways.length).toBeGreaterThan(0)
  })
  test.each([
    [{ technicians: 1 }, []],
    [{ technicians: 1, reviewers: 1 }, ['People']],
    [{ references: 3 }, []],
    [{ references: 3, certified: 1 }, ['References']],
    [{ sealed: 1 }, []],
    [{ sealed: 1, reviewed: 1 }, ['The first certificate']],
    [{ hasSite: true, instruments: 1 }, ['The site', 'Instruments']],
  ])('%j', (have, titles) => {
    expect(done(have)).toEqual(titles)
  })
  test('what is missing of the people is named', () => {
    expect(startSteps({ ...NOTHING, technicians: 1 })[1]?.says).toBe(
      'Still wanted: a reviewer, who is not the one who did it.',
    )
    expect(startSteps({ ...NOTHING, instruments: 100 })[3]?.says).toBe('100 or more instruments.')
  })
})
