import { z } from 'zod'
import { DecimalNumber } from './decimal'
import { DrumLevelInput } from './drum'
import { FlowSetUp } from './flowDesk'
import { LoopSetUp } from './loopCard'
import { SetUpWanted } from './setUpSheet'
import { DisplayScaleForm, TransferForm } from './transfer'
import { LevelInput } from './vessel'

/** Desks whose set-up is saved with an instrument. */
export const DESKS = {
  range: 'Range desk',
  vessel: 'Vessel desk',
  flow: 'Flow desk',
  loop: 'Loop card',
  'set-up': 'Set-up sheet',
} as const
export type Desk = keyof typeof DESKS
export const DESK_IDS = Object.keys(DESKS) as [Desk, ...Desk[]] // keys of a const object

/** Where a wanted range came from. */
export const RANGE_SOURCES = { typed: 'typed', vessel: 'from the vessel', flow: 'from the flow set-up' } as const
export type RangeSource = keyof typeof RANGE_SOURCES
const SOURCE_IDS = Object.keys(RANGE_SOURCES) as [RangeSource, ...RangeSource[]] // keys of a const object

/** What is wanted of an instrument, as the range desk sends it. */
export const WantedForm = z.object({
  lrv: DecimalNumber,
  urv: DecimalNumber,
  displayScale: DisplayScaleForm.nullable(),
  transfer: TransferForm,
  hostRoot: z.boolean(),
  source: z.enum(SOURCE_IDS),
})
export type WantedForm = z.infer<typeof WantedForm>

/** What the vessel desk is set up with: the input of the calculation behind it. */
export const VesselSetUpForm = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('level'), input: LevelInput }),
  z.object({ kind: z.literal('drum'), input: DrumLevelInput, calibrated: z.enum(['cold', 'hot']) }),
])
export type VesselSetUpForm = z.infer<typeof VesselSetUpForm>

/** A desk's set-up to be saved. Sent twice with one id it is stored once. */
export const SaveDesk = z.discriminatedUnion('desk', [
  z.object({ id: z.uuid(), desk: z.literal('range'), setUp: WantedForm }),
  z.object({ id: z.uuid(), desk: z.literal('vessel'), setUp: VesselSetUpForm }),
  z.object({ id: z.uuid(), desk: z.literal('flow'), setUp: FlowSetUp }),
  z.object({ id: z.uuid(), desk: z.literal('loop'), setUp: LoopSetUp }),
  z.object({ id: z.uuid(), desk: z.literal('set-up'), setUp: SetUpWanted }),
])
export type SaveDesk = z.infer<typeof SaveDesk>

/** A saved set-up with who saved it and when. */
export type SavedDesk<D extends Desk = Desk> = {
  readonly desk: D
  readonly setUp: Extract<SaveDesk, { desk: D }>['setUp']
  readonly savedAt: string
  readonly savedBy: string
}

/** The newest set-up of each desk. */
export type SavedDesks = { readonly [D in Desk]: SavedDesk<D> | null }

/** Units a torque is stated in. */
export const TORQUE_UNITS = ['N·m', 'lbf·ft', 'lbf·in', 'kgf·m'] as const

/** What a capsule change is done by; the figure is the maker's, never ours. */
export const CapsuleWork = z.object({
  torque: DecimalNumber.refine((torque) => torque > 0 && torque < 10_000, { error: 'is no torque: read the manual' }),
  torqueUnit: z.enum(TORQUE_UNITS),
  manual: z
    .string()
    .trim()
    .min(3, { error: 'name the maker’s manual and its page' })
    .max(120, { error: 'is longer than 120 characters: shorten it' }),
  serial: z.string().trim().max(60, { error: 'is longer than 60 characters: shorten it' }),
})
export type CapsuleWork = z.infer<typeof CapsuleWork>

/** A range change to be applied: made from the version its maker was looking at. */
export const RangeChange = z.object({
  id: z.uuid(),
  basedOnVersion: z.int().positive(),
  wanted: WantedForm,
  /** Code of the capsule to go in, where one has to. */
  capsule: z.string().max(40).nullable(),
  capsuleWork: CapsuleWork.nullable(),
  /** The ends change places, and that is meant. */
  isTurnMeant: z.boolean().optional(),
  /** An offset set hot was taken back before the range was changed. */
  offsetTakenBack: z.boolean().optional(),
  reason: z
    .string()
    .trim()
    .min(1, { error: 'reason is empty: say why' })
    .max(500, { error: 'reason is longer than 500 characters: shorten it' }),
})
export type RangeChange = z.infer<typeof RangeChange>
