import { HOOK_UPS, type HookUp } from '@/core/run/plan/hookUp'
import { VALVES, type Valve, type ValveState, type ValveStates } from '@/core/run/work/valves'
import { type At, INSTRUMENT, LAYOUTS, type Layout } from './hookUpLayouts'
import type { Scene, Shape } from './scene'

type Size = { readonly width: number; readonly height: number; readonly fontSize: number }

/**
 * The hook-up as a plain schematic with the state each valve has after the steps that were ticked: filled where closed,
 * hollow where open, and the word beside it. It shows what was ticked, not what the valves really do.
 */
export function hookUpScheme(hookUp: HookUp, states: ValveStates, size: Size): Scene {
  const layout = LAYOUTS[hookUp]
  const point = ([x, y]: At): [number, number] => [x * size.width, y * size.height]
  const lines = (paths: readonly (readonly At[])[], dash?: readonly number[]) =>
    paths.map(
      (path): Shape => ({ kind: 'line', points: path.map(point), tone: 'soft', weight: 2, ...(dash && { dash }) }),
    )
  const valves = Object.entries(layout.valves) as [Valve, NonNullable<Layout['valves'][Valve]>][] // keys are valves
  return {
    width: size.width,
    height: size.height,
    words: schemeInWords(hookUp, states),
    shapes: [
      ...lines(layout.pipes),
      ...lines(layout.capillaries ?? [], [3, 4]),
      ...layout.ends.map(({ at, text }) => words(point(at), text, size, { anchor: 'start' })),
      ...instrument(point(INSTRUMENT), size),
      ...valves.flatMap(([valve, { at, isUpright, label }]) =>
        valveShapes(point(at), { state: states[valve] ?? 'closed', isUpright: isUpright ?? false, label, size }),
      ),
    ],
  }
}

function instrument([x, y]: readonly [number, number], { height, fontSize }: Size): Shape[] {
  const radius = height * 0.1
  const circle = Array.from({ length: 49 }, (_, index): [number, number] => {
    const angle = (index / 48) * 2 * Math.PI
    return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)]
  })
  return [
    { kind: 'area', points: circle, tone: 'card' },
    { kind: 'line', points: circle, tone: 'ink', weight: 1.8 },
    {
      kind: 'text',
      x,
      y: y + fontSize * 0.36,
      text: 'P',
      tone: 'ink',
      size: fontSize * 1.1,
      anchor: 'middle',
      face: 'text',
      isBold: true,
    },
  ]
}

type Drawn = { readonly state: ValveState; readonly isUpright: boolean; readonly label: string; readonly size: Size }

/** Two triangles tip to tip: the valve of drawing standards (ISO 14617-8, from memory). */
function valveShapes([x, y]: readonly [number, number], { state, isUpright, label, size }: Drawn): Shape[] {
  const long = size.fontSize * 1.15
  const wide = size.fontSize * 0.75
  const turn = (dx: number, dy: number): [number, number] => (isUpright ? [x + dy, y + dx] : [x + dx, y + dy])
  const halves = [-1, 1].map((side) => [turn(0, 0), turn(side * long, -wide), turn(side * long, wide), turn(0, 0)])
  const tone = state === 'closed' ? 'ink' : 'verdigris'
  const [labelX, labelY] = isUpright ? [x + long * 1.1, y - size.fontSize * 0.2] : [x, y - wide - size.fontSize * 1.5]
  const anchor = isUpright ? 'start' : 'middle'
  return [
    ...halves.map((half): Shape => ({ kind: 'area', points: half, tone: state === 'closed' ? 'ink' : 'card' })),
    ...halves.map((half): Shape => ({ kind: 'line', points: half, tone, weight: 1.8 })),
    words([labelX, labelY], label, size, { anchor }),
    words([labelX, labelY + size.fontSize * 1.15], state, size, { anchor, isBold: true }),
  ]
}

function words(
  [x, y]: readonly [number, number],
  text: string,
  { fontSize }: Size,
  { anchor, isBold = false }: { anchor: 'start' | 'middle'; isBold?: boolean },
): Shape {
  return { kind: 'text', x, y, text, tone: isBold ? 'ink' : 'soft', size: fontSize, anchor, face: 'text', isBold }
}

/** The scheme for someone who cannot see it. */
function schemeInWords(hookUp: HookUp, states: ValveStates): string {
  const each = (Object.entries(states) as [Valve, ValveState][]).map(([valve, state]) => `${VALVES[valve]} ${state}`) // keys are valves
  return `Hook-up: ${HOOK_UPS[hookUp]}. ${each.length > 0 ? `As ticked: ${each.join(', ')}.` : 'No valves.'}`
}
