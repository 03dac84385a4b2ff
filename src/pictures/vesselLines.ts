import { formatPlain } from '@/core/format/formatNumber'
import type { VesselSetUp } from '@/core/level/vesselSetUp'
import type { Shape } from './scene'
import { stroke, write } from './strokes'
import { type Frame, JOINTS, tubeX } from './vesselFrame'

/** Lines from the taps to both sides of the instrument: full ones in ink, filled legs in brass, capillaries dashed. */
export function lines(vessel: VesselSetUp, frame: Frame): Shape[] {
  const { y, font, right, high, low, words } = frame
  const at = y(vessel.sensorM)
  const tap = y(vessel.lowerTapM)
  // On the side of the tap where the instrument is not.
  const side = (metres: number) => (vessel.sensorM > metres ? font * 1.15 : -font * 0.45)
  const labelY = (metres: number) => y(metres) + side(metres)
  const label = (metres: number, x: number, name: string): Shape[] => [
    write([x, labelY(metres)], `${name} ${words(metres)}`, { size: font * 0.92, anchor: 'start' }),
  ]
  if (vessel.kind === 'bubbler') {
    const tube = tubeX(frame)
    const roof = y(vessel.levelAt100M) - font * 2.2
    return [
      stroke(
        [
          [tube, tap],
          [tube, roof],
          [high, roof],
          [high, at],
        ],
        'brass',
        2.2,
      ),
      write([tube + font * 0.5, tap - font * 0.3], `${JOINTS.bubbler.short} ${words(vessel.lowerTapM)}`, {
        size: font * 0.92,
        anchor: 'start',
      }),
    ]
  }
  const isSealed = vessel.kind === 'remote-seals'
  const lineTone = 'lineDensityKgPerM3' in vessel && vessel.lineDensityKgPerM3 !== null ? 'brass' : 'ink'
  const highSide: Shape[] = [
    stroke(
      [
        [right, tap],
        [high, tap],
        [high, at],
      ],
      isSealed ? 'brass' : lineTone,
      2.2,
      isSealed ? [5, 4] : undefined,
    ),
    ...(isSealed ? [seal(right, tap, font)] : []),
    ...label(vessel.lowerTapM, right + font * 0.5, JOINTS[vessel.kind].short),
  ]
  if (!('upperTapM' in vessel)) return highSide
  const upper = y(vessel.upperTapM)
  const isFilled = vessel.kind === 'wet-leg' || vessel.kind === 'interface'
  return [
    ...highSide,
    stroke(
      [
        [right, upper],
        [low, upper],
        [low, at],
      ],
      isFilled || isSealed ? 'brass' : 'soft',
      isFilled ? 3.4 : 2.2,
      isSealed ? [5, 4] : undefined,
    ),
    ...(isSealed ? [seal(right, upper, font)] : []),
    ...label(vessel.upperTapM, right + font * 0.5, JOINTS[vessel.kind].short),
    ...legWords(vessel, frame, clearOf([upper, at], [vessel.lowerTapM, vessel.upperTapM].map(labelY), font)),
  ]
}

/** A remote seal where its line meets the vessel. */
export const seal = (x: number, y: number, font: number): Shape => ({
  kind: 'box',
  x,
  y: y - font * 0.7,
  width: font * 0.5,
  height: font * 1.4,
  tone: 'brass',
  radius: 1,
})

/** The middle of a leg, or a little over or under it where other words stand. */
function clearOf([from, to]: readonly [number, number], taken: readonly number[], font: number): number {
  const middle = (from + to) / 2
  const isClear = (at: number) => taken.every((other) => Math.abs(at - other) > font * 1.2)
  return [0, -1.5, 1.5, -3, 3].map((step) => middle + step * font).find(isClear) ?? middle
}

function legWords(vessel: VesselSetUp, { low, font }: Frame, y: number): Shape[] {
  const words =
    vessel.kind === 'dry-leg'
      ? 'dry leg'
      : vessel.kind === 'remote-seals'
        ? `${formatPlain(Number(vessel.lowFillDensityKgPerM3.toPrecision(6)))} kg/m³`
        : 'legDensityKgPerM3' in vessel
          ? `${formatPlain(Number(vessel.legDensityKgPerM3.toPrecision(6)))} kg/m³`
          : ''
  return words === '' ? [] : [write([low - font * 0.5, y], words, { size: font * 0.92, anchor: 'end', tone: 'brass' })]
}

/** The instrument: a circle between its two sides, as drawings show it (ISO 14617 family of symbols). */
export function instrument(vessel: VesselSetUp, { y, font, high, low, words }: Frame): Shape[] {
  const hasLow = 'upperTapM' in vessel
  const x = hasLow ? (high + low) / 2 : high
  const at = y(vessel.sensorM)
  const radius = font * 1.15
  return [
    ...(hasLow
      ? [
          stroke(
            [
              [high, at],
              [low, at],
            ],
            'ink',
            2.2,
          ),
        ]
      : []),
    {
      kind: 'box',
      x: x - radius,
      y: at - radius,
      width: radius * 2,
      height: radius * 2,
      tone: 'card',
      outline: 'ink',
      radius,
    },
    write([x, at + font * 0.35], 'LT', { size: font * 0.95, anchor: 'middle', tone: 'ink' }),
    hasLow
      ? write([x, at + radius + font], words(vessel.sensorM), { size: font * 0.92, anchor: 'middle' })
      : write([x + radius + font * 0.5, at + font * 0.35], words(vessel.sensorM), {
          size: font * 0.92,
          anchor: 'start',
        }),
  ]
}
