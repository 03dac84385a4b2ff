import { z } from 'zod'
import type { PracticeAct } from '@/bench/practice/course'
import { LOOK_IDS } from '@/bench/practice/looks'
import type { PracticeJob } from '@/bench/practice/practiceJob'
import type { RigAct } from '@/bench/rig/actOnRig'
import { BENCH_SET_UP_IDS } from '@/bench/rig/benchSetUps'
import { RIG_FAULT_IDS } from '@/bench/rig/rigFaults'
import { VALVES, type Valve } from '@/core/run/work/valves'

const figure = z.number().min(-1e9).max(1e9)
const fault = z.enum(RIG_FAULT_IDS)

/** What a digital communicator writes, but for the transfer: no job of practice has to do with it. */
const Written = z.discriminatedUnion('what', [
  z.object({ what: z.literal('range'), lrv: figure, urv: figure }),
  z.object({ what: z.literal('damping'), seconds: figure }),
  z.object({ what: z.literal('zero-trim') }),
  z.object({ what: z.literal('sensor-trim'), end: z.enum(['lower', 'upper']), truth: figure }),
  z.object({ what: z.literal('output-trim'), end: z.enum(['lower', 'upper']), measured: figure }),
  z.object({ what: z.literal('fixed-current'), milliamp: figure.nullable() }),
  z.object({ what: z.literal('protection'), isOn: z.boolean() }),
])

const RigActShape: z.ZodType<RigAct> = z.discriminatedUnion('act', [
  z.object({
    act: z.literal('valve'),
    valve: z.enum(Object.keys(VALVES) as Valve[]), // keys of a const object
    to: z.enum(['open', 'closed']),
  }),
  z.object({ act: z.literal('hose'), to: z.enum(['on', 'off']) }),
  z.object({ act: z.literal('pump'), to: z.enum(['vented', 'at-work']) }),
  z.object({ act: z.literal('stroke') }),
  z.object({ act: z.literal('press'), to: figure }),
  z.object({ act: z.literal('source'), to: figure.nullable() }),
  z.object({ act: z.literal('regulator'), to: figure.nullable() }),
  z.object({ act: z.literal('supply'), to: z.enum(['on', 'off']) }),
  z.object({ act: z.literal('screw'), screw: z.enum(['zero', 'span']), turns: figure }),
  z.object({ act: z.literal('fill'), to: z.enum(['lost', 'refilled']) }),
  z.object({ act: z.literal('write'), written: Written }),
])

const PracticeActShape: z.ZodType<PracticeAct> = z.discriminatedUnion('do', [
  z.object({ do: z.literal('rig'), act: RigActShape }),
  z.object({ do: z.literal('read') }),
  z.object({ do: z.literal('look'), at: z.enum(LOOK_IDS) }),
  z.object({ do: z.literal('name'), cause: fault }),
  z.object({ do: z.literal('put-right') }),
  z.object({ do: z.literal('finish') }),
])

/** Two hours at the rig: nobody practises longer, and nothing longer is played again. */
const MOST_TICKS = 28_800
const MOST_ACTS = 1500

export const LoggedActs = z
  .array(z.object({ tick: z.int().min(0).max(MOST_TICKS), act: PracticeActShape }))
  .max(MOST_ACTS, { error: `${MOST_ACTS} acts at most` })
  .readonly()

/** A practice as it was played, to be judged. */
export const NewAttempt = z.object({
  id: z.uuid(),
  jobId: z.string().min(1).max(40),
  seed: z.int().min(0).max(2_147_483_647),
  log: LoggedActs,
})
export type NewAttempt = z.infer<typeof NewAttempt>

/** A job that a supervisor makes. */
export const NewPracticeJob = z
  .object({
    id: z.uuid(),
    title: z.string().trim().min(1, { error: 'give it a title' }).max(80),
    complaint: z.string().trim().min(1, { error: 'say what is complained of' }).max(300),
    level: z.int().min(1).max(5),
    setUp: z.enum(BENCH_SET_UP_IDS),
    fault,
    severity: z.tuple([z.number().min(0).max(1), z.number().min(0).max(1)]).readonly(),
  })
  .refine(({ severity: [least, most] }) => least <= most, {
    path: ['severity'],
    error: 'the least lies above the most',
  })
export type NewPracticeJob = z.infer<typeof NewPracticeJob>

/** A job as it is kept with an attempt. */
export const PracticeJobShape: z.ZodType<PracticeJob> = z.object({
  id: z.string(),
  title: z.string(),
  complaint: z.string(),
  level: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4), z.literal(5)]),
  setUp: z.enum(BENCH_SET_UP_IDS),
  fault,
  severity: z.tuple([z.number(), z.number()]).readonly(),
})
