import { type Network, networkOf } from '@/core/run/work/hookUpNetwork'
import type { HookUpState, Pressure } from '@/core/run/work/hookUpState'
import type { HookUpFacts } from '@/core/run/work/isolateSteps'
import { isTransmitted, SIGNALS } from '@/core/signal/signal'
import { arrow, bubble, label, type Place, type Size } from './hookUpDrawing'
import { type At, INSTRUMENT, READER, RIG } from './hookUpLayouts'
import type { Shape, Tone } from './scene'
import { stroke } from './strokes'

/** An instrument is a circle (ISA-5.1). */
export function instrumentShapes(centre: readonly [number, number], { height, fontSize }: Size): Shape[] {
  return bubble(centre, height * 0.1, { text: 'P', fontSize })
}

type Drawing = { readonly facts: HookUpFacts; readonly state: HookUpState; readonly place: Place; readonly size: Size }

/** The look of a pipe or hose by what stands in it: never colour alone. */
export const PIPE_LOOK: Record<Pressure, { tone: Tone; weight: number }> = {
  process: { tone: 'clay', weight: 4 },
  pump: { tone: 'verdigris', weight: 4 },
  none: { tone: 'soft', weight: 1.6 },
}

/** Hose, pump and reference above the test connection, and what reads and feeds the output beside the instrument. */
export function rigShapes(testConnection: At, { facts, state, place, size }: Drawing): Shape[] {
  const reference = place(RIG.reference)
  const pump = place(RIG.pump)
  const radius = size.fontSize * 1.25
  const { tone, weight } = PIPE_LOOK[state.pressures.hose]
  const hose = [pump, ...hosePath(testConnection, networkOf(facts)).map(place)]
  return [
    ...(state.rig.hose === 'on'
      ? [stroke(hose, tone, weight), ...(tone === 'verdigris' ? [arrow(hose.slice(1), tone, size)] : [])]
      : []),
    ...(state.rig.hose === 'off' ? [stroke([pump, reference], 'soft', 1.6)] : []),
    ...bubble(reference, radius, { text: 'R', fontSize: size.fontSize }),
    ...pumpShapes(pump, size),
    label([reference[0], reference[1] - radius - size.fontSize * 0.35], 'reference', size, { anchor: 'middle' }),
    label([pump[0], pump[1] + radius + size.fontSize], 'pump', size, { anchor: 'middle' }),
    label([pump[0], pump[1] + radius + size.fontSize * 2.15], pumpWords(state), size, {
      anchor: 'middle',
      isBold: true,
    }),
    ...readerShapes(facts, place, size),
  ]
}

/**
 * From the reference to the test connection: across and down to the high side; to the low side between instrument and
 * meter and up from below, so that it crosses no pipe.
 */
function hosePath([x, y]: At, { hoseAt }: Network): At[] {
  const from = RIG.reference
  if (hoseAt === 'cell-high') return [from, [x, from[1]], [x, y]]
  const [aside, below] = [0.77, 0.9]
  return [from, [aside, from[1]], [aside, below], [x, below], [x, 1 - y]]
}

const pumpWords = ({ rig }: HookUpState) =>
  rig.hose === 'off' ? 'not on' : rig.pump === 'vented' ? 'vented' : 'at work'

/** A cylinder with its piston. */
function pumpShapes([x, y]: readonly [number, number], { fontSize }: Size): Shape[] {
  const [half, tall] = [fontSize * 0.9, fontSize * 1.1]
  return [
    { kind: 'box', x: x - half, y: y - tall, width: half * 2, height: tall * 2, tone: 'card', outline: 'ink' },
    stroke(
      [
        [x - half, y],
        [x + half, y],
      ],
      'ink',
      1.8,
    ),
    stroke(
      [
        [x, y],
        [x, y - tall * 1.5],
      ],
      'ink',
      1.8,
    ),
  ]
}

/** What reads the output and what feeds it; nothing where the instrument's own dial or display is read. */
function readerShapes({ signal }: HookUpFacts, place: Place, size: Size): Shape[] {
  if (!isTransmitted(signal)) return []
  const { unit } = SIGNALS[signal]
  const isLoop = unit === 'mA'
  const isAir = unit !== 'mA' && unit !== 'V'
  const [meter, supply] = [place(READER.meter), place(READER.supply)]
  const radius = size.fontSize * 1.25
  const [x, y] = place(INSTRUMENT)
  const right = meter[0] + size.fontSize * 3
  const wires: (readonly (readonly [number, number])[])[] = isLoop
    ? [
        [[x, y], meter],
        [meter, [right, meter[1]], [right, supply[1]], supply],
        [supply, [x + radius, supply[1]], [x + size.fontSize * 0.8, y]],
      ]
    : [
        [[x, y], meter],
        [supply, [x + size.fontSize * 0.8, supply[1]], [x + size.fontSize * 0.8, y]],
      ]
  const boxed = ([cx, cy]: readonly [number, number], text: string): Shape[] => [
    {
      kind: 'box',
      x: cx - size.fontSize * 2.6,
      y: cy - size.fontSize * 0.95,
      width: size.fontSize * 5.2,
      height: size.fontSize * 1.9,
      tone: 'card',
      outline: 'ink',
    },
    label([cx, cy + size.fontSize * 0.35], text, size, { anchor: 'middle' }),
  ]
  return [
    ...wires.map((wire) => stroke(wire, 'ink', 1.2, isAir ? undefined : [2, 3])),
    ...bubble(meter, radius, { text: isAir ? 'T' : unit, fontSize: size.fontSize * 0.9 }),
    label([meter[0], meter[1] - radius - size.fontSize * 0.35], isAir ? 'test gauge' : 'meter', size, {
      anchor: 'middle',
    }),
    ...boxed(supply, isAir ? 'air supply' : 'supply'),
  ]
}
