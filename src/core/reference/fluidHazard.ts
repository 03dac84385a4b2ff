import type { ReferenceMedium } from './referenceKind'

/** Why a medium must not come into a line. */
type Forbidden = { readonly why: string; readonly isDangerous: boolean }

/** What a process fluid can do, said before a valve is touched, and what must not be brought into its line. */
type FluidHazardFacts = {
  readonly name: string
  readonly caution: string
  /** What is taken along for it. */
  readonly brings: readonly string[]
  /** With the reason, and whether it harms people, which no reason helps. */
  readonly forbids: Partial<Record<ReferenceMedium, Forbidden>>
}

/** Common practice, no source; the site's permit, its procedures and local codes go before it. */
const FLUID_HAZARDS = {
  steam: {
    name: 'steam or condensate',
    caution:
      'steam and condensate burn, also behind a closed valve: cooled down and drained before a connection is opened',
    brings: ['protection against hot water and steam'],
    forbids: {},
  },
  hot: {
    name: 'hot',
    caution: 'the fluid is hot: what is drained burns, and the body stays hot for long after',
    brings: ['protection against heat'],
    forbids: {},
  },
  oxygen: {
    name: 'oxygen',
    caution: 'oxygen: oil, grease and dust ignite in it under pressure',
    brings: ['hose, adapters and seals kept for oxygen'],
    forbids: { oil: { why: 'oil ignites in oxygen under pressure', isDangerous: true } },
  },
  chlorine: {
    name: 'chlorine',
    caution: 'chlorine: toxic, and it reacts with oil, grease and moisture',
    brings: ['protection for breathing, as the permit says', 'dry hose and adapters'],
    forbids: {
      oil: { why: 'oil can burn in chlorine', isDangerous: true },
      water: { why: 'water and chlorine corrode what they touch', isDangerous: true },
    },
  },
  flammable: {
    name: 'flammable',
    caution: 'flammable: no ignition, tools and devices allowed for the area, vents led away as the site says',
    brings: ['devices and tools allowed for the area'],
    forbids: {},
  },
  toxic: {
    name: 'toxic',
    caution: 'toxic: vented only to where the site leads it, protection as the permit says',
    brings: ['protection for breathing, as the permit says'],
    forbids: {},
  },
  corrosive: {
    name: 'corrosive',
    caution:
      'corrosive: it burns skin and eyes; drained to where the site says, and rinsed before a connection is opened',
    brings: ['face shield, apron and water to rinse with'],
    forbids: {},
  },
  slurry: {
    name: 'slurry, or sets',
    caution: 'it plugs or sets: nothing from a vent is no proof that there is no pressure',
    brings: ['water to flush the taps'],
    forbids: {},
  },
  food: {
    name: 'food',
    caution: 'food: nothing goes in that may not touch it',
    brings: ['seals allowed for food'],
    forbids: { oil: { why: 'oil spoils food', isDangerous: false } },
  },
} as const satisfies Record<string, FluidHazardFacts>
export type FluidHazard = keyof typeof FLUID_HAZARDS
export const FLUID_HAZARD_IDS = Object.keys(FLUID_HAZARDS) as FluidHazard[] // keys of a const object
const factsOf = (hazard: FluidHazard): FluidHazardFacts => FLUID_HAZARDS[hazard]
export const FLUID_HAZARD_NAMES = Object.fromEntries(FLUID_HAZARD_IDS.map((id) => [id, factsOf(id).name])) as Record<
  FluidHazard, // of every id
  string
>

/** What to know of the fluid before a valve is touched; empty where nothing is registered. */
export const fluidCautions = (hazards: readonly FluidHazard[]): string[] =>
  hazards.map((hazard) => factsOf(hazard).caution)

/** What to take along for the fluid, each thing once. */
export const broughtFor = (hazards: readonly FluidHazard[]): string[] => [
  ...new Set(hazards.flatMap((hazard) => factsOf(hazard).brings)),
]

/** What forbids a medium in a line, the gravest first; null where nothing registered forbids it. */
export function forbidden(medium: ReferenceMedium, hazards: readonly FluidHazard[]): Forbidden | null {
  const all = hazards.flatMap((hazard) => factsOf(hazard).forbids[medium] ?? [])
  return all.find(({ isDangerous }) => isDangerous) ?? all[0] ?? null
}
