import { z } from 'zod'
import { FAILURE_DIRECTIONS, type FailureDirection, START_VIEWS, type StartView } from '@/core/setUp/deviceSetUp'
import { DecimalNumber } from './decimal'

const startView = z.enum(Object.keys(START_VIEWS) as StartView[]) // keys of a const object
const failure = z.enum(Object.keys(FAILURE_DIRECTIONS) as FailureDirection[]) // keys of a const object

/** What is keyed into the instrument beside its range, as stored; each part is left out where nobody has said. */
export const DeviceSetUpStored = z
  .strictObject({
    application: z.enum(['pressure', 'level']),
    dampingSeconds: z.number(),
    displayDampingSeconds: z.number(),
    displayDecimals: z.int(),
    startView,
    failure,
    alarmLowMilliamp: z.number(),
    alarmHighMilliamp: z.number(),
    isWriteProtected: z.boolean(),
    deviceTag: z.string(),
    mounting: z.string(),
  })
  .partial()

const nothing = z.literal('').transform(() => undefined)
const seconds = DecimalNumber.refine((value) => value >= 0 && value <= 3600, { error: 'from 0 to 3600 seconds' })
const milliamp = DecimalNumber.refine((value) => value >= 0 && value <= 60, { error: 'a loop current in mA' })
const words = (max: number) =>
  z
    .string()
    .trim()
    .max(max, { error: `longer than ${max} characters: shorten it` })
    .transform((typed) => typed || undefined)
    .optional()

/** The same as a form or an API caller sends it; an empty box says nothing. */
export const DeviceSetUpForm = z
  .object({
    application: z.union([nothing, z.enum(['pressure', 'level'])]).optional(),
    dampingSeconds: z.union([nothing, seconds]).optional(),
    displayDampingSeconds: z.union([nothing, seconds]).optional(),
    displayDecimals: z
      .union([nothing, DecimalNumber.pipe(z.int({ error: 'a whole number' }).min(0).max(5, { error: 'five at most' }))])
      .optional(),
    startView: z.union([nothing, startView]).optional(),
    failure: z.union([nothing, failure]).optional(),
    alarmLowMilliamp: z.union([nothing, milliamp]).optional(),
    alarmHighMilliamp: z.union([nothing, milliamp]).optional(),
    isWriteProtected: z
      .union([nothing, z.enum(['yes', 'no']).transform((told) => told === 'yes'), z.boolean()])
      .optional(),
    deviceTag: words(32),
    mounting: words(120),
  })
  .refine(
    ({ alarmLowMilliamp: low, alarmHighMilliamp: high }) => low === undefined || high === undefined || low < high,
    { path: ['alarmHighMilliamp'], error: 'must lie above the lower level' },
  )
  .transform((set) => {
    const said = Object.fromEntries(Object.entries(set).filter(([, value]) => value !== undefined))
    return Object.keys(said).length === 0 ? undefined : (said as z.infer<typeof DeviceSetUpStored>)
  })

/** The boxes of a form, as text. */
export type SetUpBoxes = Record<keyof z.infer<typeof DeviceSetUpStored>, string>
