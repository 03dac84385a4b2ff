import { HOOK_UPS } from '@/core/run/plan/hookUp'
import { type Node, networkOf } from '@/core/run/work/hookUpNetwork'
import { type HookUpState, openTo, type Pressure } from '@/core/run/work/hookUpState'
import type { HookUpFacts } from '@/core/run/work/isolateSteps'
import { VALVES, type Valve, type ValveState } from '@/core/run/work/valves'
import { arrow, label, type Place, type Size } from './hookUpDrawing'
import { INSTRUMENT, LAYOUTS, type Layout, type Pipe, READER, RIG } from './hookUpLayouts'
import { instrumentShapes, PIPE_LOOK, rigShapes } from './hookUpRig'
import type { Scene, Shape } from './scene'
import { stroke } from './strokes'

/**
 * The hook-up as a plain schematic: valves filled where closed and hollow where open with the word beside them, pipes by
 * the pressure that stands in them with an arrow the way it goes, and hose, pump, reference, meter and supply. It shows
 * what was ticked, not what the valves really do.
 */
export function hookUpScheme(facts: HookUpFacts, state: HookUpState, size: Size): Scene {
  const layout = layoutOf(facts)
  const place: Place = ([x, y]) => [x * size.width, y * size.height]
  const valves = Object.entries(layout.valves) as [Valve, NonNullable<Layout['valves'][Valve]>][] // keys are valves
  return {
    width: size.width,
    height: size.height,
    words: schemeInWords(facts, state),
    shapes: [
      ...layout.pipes.flatMap((pipe) => pipeShapes(pipe, { state, facts, place, size })),
      ...layout.ends.map(({ at, text }) => label(place(at), text, size, { anchor: 'start' })),
      ...rigShapes(layout.testConnection, { facts, state, place, size }),
      ...instrumentShapes(place(INSTRUMENT), size),
      ...valves.flatMap(([valve, { at, isUpright, label }]) =>
        valveShapes(place(at), { state: state.valves[valve] ?? 'closed', isUpright: isUpright ?? false, label, size }),
      ),
      ...legend(size),
    ],
  }
}

/** A part of the drawing that can be worked at, with its middle as shares of width and height. */
export type HookUpPart = { readonly at: readonly [x: number, y: number] } & (
  | { readonly part: 'valve'; readonly valve: Valve }
  | { readonly part: 'reference' | 'pump' | 'supply' }
)

/** Where the parts of a hook-up are drawn: its valves, the reference with its hose, the pump, the supply. */
export function hookUpParts(facts: HookUpFacts): HookUpPart[] {
  const valves = Object.entries(layoutOf(facts).valves) as [Valve, NonNullable<Layout['valves'][Valve]>][] // keys are valves
  return [
    ...valves.map(([valve, { at }]): HookUpPart => ({ part: 'valve', valve, at })),
    { part: 'reference', at: RIG.reference },
    { part: 'pump', at: RIG.pump },
    { part: 'supply', at: READER.supply },
  ]
}

/** What of a layout is there: one seal has no low side. */
function layoutOf(facts: HookUpFacts): Layout {
  const layout = LAYOUTS[facts.hookUp]
  const network = networkOf(facts)
  const there = new Set(network.links.map(({ valve }) => valve))
  const hasLow = network.hasLowSide || facts.hookUp !== 'remote-seal'
  return {
    ...layout,
    pipes: layout.pipes.filter(({ node, path }) => hasLow || !(node.endsWith('low') || (path[0]?.[1] ?? 0) > 0.6)),
    valves: Object.fromEntries(Object.entries(layout.valves).filter(([valve]) => there.has(valve as Valve))), // keys are valves
    ends: hasLow ? layout.ends : layout.ends.slice(0, 1),
  }
}

const SHUT_IN_DASH = [9, 5]
const CAPILLARY_DASH = [3, 4]

type Drawing = { readonly state: HookUpState; readonly facts: HookUpFacts; readonly place: Place; readonly size: Size }

function pipeShapes({ node, path, isCapillary }: Pipe, { state, facts, place, size }: Drawing): Shape[] {
  const pressure = state.pressures[node]
  const { tone, weight } = PIPE_LOOK[pressure]
  const isFed = pressure === 'process' ? isOpenToProcess(node, state, facts) : pressure === 'pump'
  const points = path.map(place)
  const dash = isCapillary ? CAPILLARY_DASH : pressure === 'process' && !isFed ? SHUT_IN_DASH : undefined
  return [stroke(points, tone, weight, dash), ...(isFed ? [arrow(points, tone, size)] : [])]
}

const isOpenToProcess = (node: Node, state: HookUpState, facts: HookUpFacts) => {
  const together = openTo(node, state, networkOf(facts))
  return together.has('process-high') || together.has('process-low')
}

type Drawn = { readonly state: ValveState; readonly isUpright: boolean; readonly label: string; readonly size: Size }

/** Two triangles tip to tip: the valve of drawing standards (ISO 14617-8, from memory). */
function valveShapes([x, y]: readonly [number, number], { state, isUpright, label: text, size }: Drawn): Shape[] {
  const long = size.fontSize * 1.15
  const wide = size.fontSize * 0.75
  const turn = (dx: number, dy: number): [number, number] => (isUpright ? [x + dy, y + dx] : [x + dx, y + dy])
  const halves = [-1, 1].map((side) => [turn(0, 0), turn(side * long, -wide), turn(side * long, wide), turn(0, 0)])
  const [labelX, labelY] = isUpright ? [x + long * 1.1, y - size.fontSize * 0.2] : [x, y - wide - size.fontSize * 1.5]
  const anchor = isUpright ? 'start' : 'middle'
  return [
    ...halves.map((half): Shape => ({ kind: 'area', points: half, tone: state === 'closed' ? 'ink' : 'card' })),
    ...halves.map((half): Shape => stroke(half, 'ink', 1.8)),
    label([labelX, labelY], text, size, { anchor }),
    label([labelX, labelY + size.fontSize * 1.15], state, size, { anchor, isBold: true }),
  ]
}

/** Below so many pixels four pieces of words touch. */
const NARROW = 480

/** What the lines mean, along the foot. */
function legend(size: Size): Shape[] {
  const kinds = [
    { look: PIPE_LOOK.process, dash: undefined, text: 'process pressure' },
    { look: PIPE_LOOK.process, dash: SHUT_IN_DASH, text: 'shut in' },
    { look: PIPE_LOOK.pump, dash: undefined, text: 'from the pump' },
    { look: PIPE_LOOK.none, dash: undefined, text: 'none' },
  ]
  // In one row where there is room for its words, else in two.
  const perRow = size.width < NARROW ? 2 : 4
  return kinds.flatMap(({ look, dash, text }, index) => {
    const row = Math.floor(index / perRow)
    const y = size.height - size.fontSize * (0.6 + 1.4 * (kinds.length / perRow - 1 - row))
    const x = size.width * (0.02 + (index % perRow) * (0.98 / perRow))
    return [
      stroke(
        [
          [x, y],
          [x + size.fontSize * 2, y],
        ],
        look.tone,
        look.weight,
        dash,
      ),
      label([x + size.fontSize * 2.4, y + size.fontSize * 0.35], text, size, { anchor: 'start' }),
    ]
  })
}

const IN_WORDS: Record<Pressure, string> = { process: 'process pressure', pump: 'pressure of the pump', none: 'none' }

/** The scheme for someone who cannot see it. */
function schemeInWords(facts: HookUpFacts, { valves, rig, pressures }: HookUpState): string {
  const each = (Object.entries(valves) as [Valve, ValveState][]).map(([valve, state]) => `${VALVES[valve]} ${state}`) // keys are valves
  const sides = networkOf(facts).hasLowSide
    ? `high side: ${IN_WORDS[pressures['cell-high']]}, low side: ${IN_WORDS[pressures['cell-low']]}`
    : `cell: ${IN_WORDS[pressures['cell-high']]}`
  return [
    `Hook-up: ${HOOK_UPS[facts.hookUp]}.`,
    each.length > 0 ? `As ticked: ${each.join(', ')}.` : 'No valves.',
    `Hose of the reference ${rig.hose}${rig.hose === 'on' ? `, pump ${rig.pump === 'vented' ? 'vented' : 'at work'}` : ''}.`,
    `Pressure at the ${sides}.`,
  ].join(' ')
}
