import { describe, expect, test } from 'vitest'
import { z } from 'zod'
import { NewCapsule } from './capsule'
import { NewInstrument } from './configurationForm'
import { RangeChange, SaveDesk } from './desks'
import { FirstPerson, NewPerson, PasswordChange, SignIn } from './people'
import { PointListForm } from './pointList'
import { Amending, ReviewAnswer } from './review'
import { NewAdjustment, NewDecision, NewLoopCheck, NewOvershoot, NewReading, OpenRound, WorkStepAnswer } from './run'
import { Abandoning, NewPause, Presence, Signing } from './runEnd'
import { shapeRefusals } from './shapeRefusals'
import { SiteForm } from './site'
import { StartRun } from './startRun'

const BODIES = {
  ...{ Abandoning, Amending, FirstPerson, NewAdjustment, NewCapsule, NewDecision, NewInstrument, NewLoopCheck },
  ...{ NewOvershoot, NewPause, NewPerson, NewReading, OpenRound, PasswordChange, Presence, RangeChange, ReviewAnswer },
  ...{ SaveDesk, SignIn, Signing, SiteForm, StartRun, WorkStepAnswer },
}
/** What a caller may send instead of a body: nothing, other things, and every field as something else. */
const wrong = (schema: z.ZodType): unknown[] => {
  const fields = schema instanceof z.ZodObject ? Object.keys(schema.shape) : []
  const all = (value: unknown) => Object.fromEntries(fields.map((field) => [field, value]))
  return [undefined, null, 7, 'text', [], {}, all(null), all(-1), all('x'.repeat(5000)), all([]), all({}), all(true)]
}

describe('what is wrong with a body is said with field, reason and remedy, never in a library’s words', () => {
  test.each(Object.entries(BODIES))('%s', (_, schema) => {
    let said = 0
    for (const body of wrong(schema)) {
      const parsed = schema.safeParse(body)
      if (parsed.success) continue
      for (const { field, reason, remedy } of shapeRefusals(parsed.error)) {
        expect(field && reason && remedy, JSON.stringify({ body, field, reason, remedy })).toBeTruthy()
        expect(`${reason} ${remedy}`).not.toMatch(/Invalid|expected|received|Unrecognized|Too (small|big)|ZodError/)
        said += 1
      }
    }
    expect(said).toBeGreaterThan(3)
  })
})

test('our own message carries its remedy after a colon; without one the remedy follows from what is wrong', () => {
  const shape = z.strictObject({
    a: z.string().min(1, 'is empty: fill it in'),
    b: z.number().gt(0, 'must be above zero'),
  })
  const { error } = shape.safeParse({ a: '', b: 0, c: 1 })
  expect(error && shapeRefusals(error)).toEqual([
    { field: 'a', reason: 'is empty', remedy: 'fill it in' },
    { field: 'b', reason: 'must be above zero', remedy: 'enter more than 0' },
    { field: 'body', reason: 'has c, which nothing here asks for', remedy: 'leave it out' },
  ])
})

test('of a box that is read in more than one way, the way that knew what it read objects', () => {
  const refused = PointListForm.safeParse('0, 50, 50, 100')
  expect(refused.error && shapeRefusals(refused.error)).toMatchObject([{ reason: 'a point stands twice' }])
  const letters = z.object({ points: PointListForm }).safeParse({ points: '0 half 100' })
  expect(letters.error && shapeRefusals(letters.error)).toMatchObject([{ field: 'points.1' }])
  expect(letters.error && shapeRefusals(letters.error)[0]?.reason).not.toContain('none of the kinds')
})
