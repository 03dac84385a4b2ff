import { ADJUSTABLE, type AdjustedFacts, adjustedByOf } from '../adjust/adjustedBy'
import { CONSTRUCTIONS, type Construction } from '../range/bodySteps'
import { broughtFor, type FluidHazard, forbidden } from '../reference/fluidHazard'
import type { HookUp } from '../run/plan/hookUp'
import { isTransmitted, SIGNALS, signalLabel } from '../signal/signal'
import { isTwoWireLoop, signalKind } from '../signal/signalKind'
import { convertPressure, type PressureUnit } from '../units/pressureUnit'

/** What a thing is taken for, in the order things are packed. */
export const TAKE_GROUPS = {
  references: 'References',
  pressure: 'Pressure and medium',
  electrical: 'Meter, supply, communicator',
  tools: 'Tools and fittings',
  parts: 'Parts for the change',
  protection: 'Protection',
  paper: 'Tags and the rest',
} as const
export type TakeGroup = keyof typeof TAKE_GROUPS

export type TakeItem = { readonly group: TakeGroup; readonly what: string }

/** One job, as far as it decides what to bring. */
export type TakeJob = {
  readonly configuration: AdjustedFacts & {
    readonly hookUp: HookUp
    readonly pressureKind: 'gauge' | 'absolute' | 'differential'
    readonly unit: PressureUnit
    readonly lrv: number
    readonly urv: number
    readonly displayScale?: unknown
    readonly fluidHazards?: readonly FluidHazard[] | undefined
  }
  /** Codes and names of the references the job would begin with. */
  readonly references: readonly string[]
  /** What a planned range change needs; null where none is planned. */
  readonly change: {
    readonly capsule: string | null
    readonly link: string | null
    readonly construction: Construction
  } | null
}

/**
 * What to bring for a job, from hook-up, kind, how it is adjusted, plan and range change. Common practice, no source; the
 * site's permit says what else.
 */
export const takeList = (job: TakeJob): TakeItem[] => [
  ...item('references', ...job.references, 'fresh batteries for what is read'),
  ...item('pressure', ...pumpFor(job), mediumFor(job)),
  ...item('electrical', ...electrical(job)),
  ...item('tools', ...toolsFor(job)),
  ...item('parts', ...partsFor(job)),
  ...item('protection', ...protectionFor(job)),
  ...item('paper', 'label of this calibration', ...(job.change ? ['new range tag'] : []), 'permit'),
]

const item = (group: TakeGroup, ...what: readonly string[]): TakeItem[] => what.map((each) => ({ group, what: each }))

/** From here air is pumped no further, Pa. Ours, no source. */
const HYDRAULIC_FROM_PA = 4e6
/** Below it a fine adjuster for low pressure serves better, Pa. Ours, no source. */
const LOW_BELOW_PA = 25_000
/** No air at work presses less: below it only a vacuum reaches, Pa abs; about 500 m up (ISO 2533). */
const LEAST_AIR_PA = 95_500

function pumpFor({ configuration: c }: TakeJob): string[] {
  const inPa = (value: number) => convertPressure(value, c.unit, 'Pa')
  const [low, high] = [Math.min(inPa(c.lrv), inPa(c.urv)), Math.max(inPa(c.lrv), inPa(c.urv))]
  if (c.hookUp === 'vacuum-manifold' || c.kind.startsWith('vacuum')) return ['vacuum pump with trap and fine valve']
  // A differential below nothing is made by pressure on its low side.
  const goesBelow = c.pressureKind !== 'differential' && low < (c.pressureKind === 'absolute' ? LEAST_AIR_PA : 0)
  const reach = Math.max(Math.abs(low), Math.abs(high))
  return [
    reach >= HYDRAULIC_FROM_PA
      ? 'hydraulic pump'
      : reach < LOW_BELOW_PA
        ? 'low-pressure pump with fine adjuster'
        : 'pneumatic hand pump with fine adjuster',
    ...(goesBelow ? ['vacuum side of the pump'] : []),
  ]
}

function mediumFor({ configuration: c }: TakeJob): string {
  if (c.hookUp === 'vacuum-manifold' || c.kind.startsWith('vacuum')) return 'dry nitrogen'
  if (c.hookUp === 'wet-leg') return 'clean water or fill fluid for the leg'
  const reach = Math.max(...[c.lrv, c.urv].map((end) => Math.abs(convertPressure(end, c.unit, 'Pa'))))
  const isOilOut = forbidden('oil', c.fluidHazards ?? []) !== null
  if (reach >= HYDRAULIC_FROM_PA)
    return isOilOut ? 'a medium the fluid bears, free of oil' : 'clean water or the oil the process allows'
  return isOilOut ? 'clean dry air or nitrogen, free of oil' : 'clean dry air'
}

function electrical({ configuration: c }: TakeJob): string[] {
  if (signalKind(c.signal).carrier === 'bus') return ['reader of its digital value']
  if (!isTransmitted(c.signal)) return []
  const { unit } = SIGNALS[c.signal]
  const isAir = signalKind(c.signal).carrier === 'air'
  return [
    ...(isAir
      ? ['air supply with regulator', `test gauge with room above the top of ${signalLabel(c.signal)}`]
      : [`meter for ${unit}`, 'leads and clips']),
    ...(isTwoWireLoop(c.signal) && c.hookUp === 'bench' ? ['loop supply, 24 V'] : []),
    ...(isTwoWireLoop(c.signal) ? ['sense resistor for the host’s input'] : []),
    ...(ADJUSTABLE[adjustedByOf(c)] === 'trims' ? ['digital communicator'] : []),
  ]
}

function toolsFor({ configuration: c }: TakeJob): string[] {
  const by = ADJUSTABLE[adjustedByOf(c)]
  const own: Partial<Record<typeof by, string[]>> = {
    screws: ['screwdrivers for zero and span'],
    dial: ['pointer puller, small screwdriver'],
    buttons: ['the maker’s sheet of its buttons'],
    trims: ['the maker’s sheet of its menu'],
  }
  return [
    ...(own[by] ?? []),
    'hose and adapters for its test connection',
    'wrenches for manifold and plugs',
    'thread sealing, new plugs',
    ...(adjustedByOf(c) === 'screws-and-link' ? ['tool for the span link'] : []),
  ]
}

function partsFor({ change }: TakeJob): string[] {
  if (!change) return []
  if (change.capsule === null) return change.link === null ? [] : [`span link to ${change.link}: the maker’s sheet`]
  return [
    `capsule ${change.capsule}`,
    'gaskets and O-rings for it, new',
    'torque wrench, and the page of the manual with the torque',
    `for ${CONSTRUCTIONS[change.construction].split(':')[0]}: marker for index marks, clean bench`,
  ]
}

function protectionFor({ configuration: c }: TakeJob): string[] {
  // A wet leg stands on a drum, whatever the register says of its fluid.
  const hazards = [...(c.fluidHazards ?? []), ...(c.hookUp === 'wet-leg' ? ['steam' as const] : [])]
  return ['goggles', 'gloves, and what the fluid asks for', ...broughtFor(hazards)]
}

/** What several jobs need together: each thing once, with the tags it is for. */
export function takenTogether(
  jobs: readonly { readonly tag: string; readonly items: readonly TakeItem[] }[],
): (TakeItem & { readonly tags: readonly string[] })[] {
  const groups = Object.keys(TAKE_GROUPS) as TakeGroup[] // keys of a const object
  const all = jobs.flatMap(({ tag, items }) => items.map((each) => ({ ...each, tag })))
  return groups.flatMap((group) =>
    [...new Set(all.filter((each) => each.group === group).map(({ what }) => what))].map((what) => ({
      group,
      what,
      tags: [...new Set(all.filter((each) => each.group === group && each.what === what).map(({ tag }) => tag))],
    })),
  )
}
