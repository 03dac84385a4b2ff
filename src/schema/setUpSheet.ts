import { z } from 'zod'
import { APPLICATION_IDS, isFlow } from '@/core/setUp/application'
import { PressureUnitChoice } from './choices'
import { choice, flag, number, optionalNumber, titled, words, zeroOrMore } from './field'

const optionalOf = (schema: z.ZodType<number>, title: string) => titled(schema.nullable(), title)
const seconds = (title: string) => optionalOf(zeroOrMore('').lte(3600, 'is over an hour'), title)

/** What is wanted of a device, as the set-up sheet holds it. */
export const SetUpWanted = z
  .object({
    unit: PressureUnitChoice,
    lrv: number('LRV, at 0 %'),
    urv: number('URV, at 100 %'),
    application: choice('Application', APPLICATION_IDS),
    cutOffPercent: optionalOf(zeroOrMore('').lte(50, 'is over half of the flow'), 'Cut-off, % of flow'),
    dampingSeconds: seconds('Damping, s'),
    displayUnit: words('Unit on the display', 20),
    displayLower: optionalNumber('Display at 0 %'),
    displayUpper: optionalNumber('Display at 100 %'),
    displayDecimals: optionalOf(z.int({ error: 'is no whole number' }).gte(0).lte(5, 'is over five'), 'Its decimals'),
    displayDampingSeconds: seconds('Damping of display, s'),
    startView: titled(z.enum(['measured', 'scaled', 'percent', 'current']).nullable(), 'Display starts with'),
    failure: titled(z.enum(['high', 'low']).nullable(), 'On failure'),
    alarmLowMilliamp: optionalNumber('Lower alarm, mA'),
    alarmHighMilliamp: optionalNumber('Upper alarm, mA'),
    deviceTag: words('Tag in the device', 32),
    isWriteProtected: flag('Write-protected'),
  })
  .superRefine((wanted, ctx) => {
    const refuse = (path: string, message: string) => ctx.addIssue({ code: 'custom', path: [path], message })
    if (wanted.lrv === wanted.urv) refuse('urv', 'equals LRV: the span is zero')
    if (isFlow(wanted.application) && wanted.cutOffPercent === null)
      refuse('cutOffPercent', 'is still empty: a root needs its cut-off, 0 where there is none')
    const display = [wanted.displayLower, wanted.displayUpper]
    if (display.some((end) => end === null) && !display.every((end) => end === null))
      refuse(wanted.displayLower === null ? 'displayLower' : 'displayUpper', 'is still empty: both ends go together')
    if (display.every((end) => end !== null)) {
      if (wanted.displayUnit.trim() === '') refuse('displayUnit', 'is still empty: name what the display shows')
      if (wanted.displayLower === wanted.displayUpper) refuse('displayUpper', 'equals the value at 0 %')
    }
  })
export type SetUpWanted = z.infer<typeof SetUpWanted>

/** One value as it was keyed in: ticked, or read back. */
export const KeyedIn = z.object({
  id: z.string().min(1).max(40),
  /** As it was read back from the device; null where it was only ticked. */
  readBack: z.string().trim().max(60).nullable(),
})

/** A set-up as done, to become a version of the instrument. */
export const RecordSetUp = z.object({
  id: z.uuid(),
  basedOnVersion: z.int().positive(),
  wanted: SetUpWanted,
  keyedIn: z.array(KeyedIn).max(40),
  reason: z
    .string()
    .trim()
    .min(1, { error: 'reason is empty: say why' })
    .max(500, { error: 'longer than 500 characters' }),
})
export type RecordSetUp = z.infer<typeof RecordSetUp>

/** A value of a recorded set-up, in words as they stood on the sheet. */
export const KeyedInValue = z.strictObject({
  name: z.string(),
  before: z.string().nullable(),
  after: z.string(),
  readBack: z.string().nullable(),
})
export type KeyedInValue = z.infer<typeof KeyedInValue>
