import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { NewAdjustment } from '@/schema/run'
import {
  ANNA,
  answerList,
  as,
  peopleAndReferences,
  readRound,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { pool } from '../../database'
import { applyRangeChange } from '../../services/register/applyRangeChange'
import { recordAdjustment } from '../../services/run/adjust'
import { decide } from '../../services/run/decide'
import { sealRun } from '../../services/run/sealRun'
import { selectHotOffset } from './hotOffset'

beforeAll(async () => {
  await freshDatabase()
  await peopleAndReferences()
})
afterAll(() => pool().end())

/** A calibration that ends with an offset to the gauge glass, hot; taken back again before the seal where wished. */
async function sealedWithOffset(tag: string, isWithdrawn: boolean): Promise<string> {
  const run = await readRound(await runOnNewInstrument(tag))
  await decide(run.id, { round: 0, decision: 'leave', reason: null }, as(ANNA, 10))
  const offset = { id: randomUUID(), kind: 'hot-offset', words: '+1.2 % by the glass' }
  let now = await recordAdjustment(run.id, NewAdjustment.parse(offset), as(ANNA, 11))
  if (isWithdrawn) {
    const undone = { id: randomUUID(), kind: 'hot-offset', words: '', supersedes: offset.id, isWithdrawn }
    now = await recordAdjustment(run.id, NewAdjustment.parse({ ...undone, reason: 'never done' }), as(ANNA, 12))
  }
  await answerList(now, 'restore')
  await sealRun(run.id, { confirmed: true, remark: null }, as(ANNA, 20))
  return run.world.instrument.id
}
const wider = (offsetTakenBack?: boolean) => ({
  ...{ id: randomUUID(), basedOnVersion: 1, capsule: null, capsuleWork: null, reason: 'computed range' },
  wanted: {
    lrv: 0,
    urv: 80,
    displayScale: null,
    transfer: { kind: 'linear' as const },
    hostRoot: false,
    source: 'typed' as const,
  },
  ...(offsetTakenBack !== undefined && { offsetTakenBack }),
})

test('an offset that stands is asked about before a range is applied: on top of a computed range it counts twice', async () => {
  const id = await sealedWithOffset('HO-1', false)
  expect(await selectHotOffset(pool(), id)).toMatchObject({ words: '+1.2 % by the glass', doneBy: 'Anna Test' })
  await expect(applyRangeChange(id, wider(), as(ANNA, 30))).rejects.toThrow(
    'a hot offset stands in it (+1.2 % by the glass)',
  )
  await applyRangeChange(id, wider(true), as(ANNA, 31))
  expect(await selectHotOffset(pool(), id)).toBeNull()
})

test('one that was withdrawn as never done stands nowhere', async () => {
  const id = await sealedWithOffset('HO-2', true)
  expect(await selectHotOffset(pool(), id)).toBeNull()
  await applyRangeChange(id, wider(), as(ANNA, 30))
})
