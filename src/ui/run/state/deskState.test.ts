import { describe, expect, test } from 'vitest'
import { AT_FIRST, afterDeskAction, type DeskAction } from './deskState'

const deskAfter = (...actions: readonly DeskAction[]) => actions.reduce(afterDeskAction, AT_FIRST)

describe('the desk of a run', () => {
  test('one question at a time: another takes the place of the first, and closing leaves none', () => {
    const first: DeskAction = { kind: 'open', dialog: { kind: 'exchange' } }
    const second: DeskAction = { kind: 'open', dialog: { kind: 'devices' } }
    expect(deskAfter(first, second).dialog).toEqual({ kind: 'devices' })
    expect(deskAfter(first, { kind: 'close' }).dialog).toBeNull()
  })
  test('the budget comes and goes by its key, whatever is looked back at', () => {
    const looking: DeskAction = { kind: 'look at', stage: 'judge' }
    const shown = deskAfter(looking, { kind: 'toggle budget' })
    expect(shown).toMatchObject({ isBudgetShown: true, lookedAt: 'judge' })
    expect(afterDeskAction(shown, { kind: 'toggle budget' }).isBudgetShown).toBe(false)
    expect(afterDeskAction(shown, { kind: 'budget', isShown: false })).toMatchObject({
      isBudgetShown: false,
      lookedAt: 'judge',
    })
  })
  test('Prepare is no stage to be looked at within a run', () => {
    expect(deskAfter({ kind: 'look at', stage: 'isolate' }, { kind: 'look at', stage: 'prepare' }).lookedAt).toBeNull()
  })
})
