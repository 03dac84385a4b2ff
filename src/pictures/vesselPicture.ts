import { formatPlain } from '@/core/format/formatNumber'
import { levelAtPercentM } from '@/core/level/levelRange'
import type { VesselSetUp } from '@/core/level/vesselSetUp'
import type { Scene } from './scene'
import { bottomOf } from './vesselBottom'
import { type Frame, type HeightSpan, JOINTS, tubeX } from './vesselFrame'
import { instrument, lines } from './vesselLines'
import { scaleOfLevels, tank } from './vesselTank'

/** A height that can be dragged. */
export type VesselHandle = {
  /** Field of the vessel as it is typed. */
  readonly field: 'lowerTap' | 'upperTap' | 'sensor' | 'levelAt0' | 'levelAt100'
  readonly label: string
  readonly x: number
  readonly y: number
  readonly metres: number
}

/** A vessel drawn to scale, with what can be dragged and what a height on the picture stands for. */
export type VesselPicture = {
  readonly scene: Scene
  readonly handles: readonly VesselHandle[]
  readonly metresAt: (y: number) => number
}

type Size = { readonly width: number; readonly height: number; readonly fontSize: number }

/** What of a vessel lies lowest and highest, with some room. */
export function heightSpan(vessel: VesselSetUp): HeightSpan {
  const heights = [vessel.lowerTapM, vessel.sensorM, vessel.levelAt0M, vessel.levelAt100M, bottomOf(vessel)]
  if ('upperTapM' in vessel) heights.push(vessel.upperTapM)
  const [low, high] = [Math.min(...heights), Math.max(...heights)]
  const room = Math.max(1e-6, high - low) * 0.09
  return { low: low - room, high: high + room }
}

/**
 * A vessel with its taps, legs and instrument, heights to scale.
 *
 * @param levelPercent where the level is drawn, % between the levels of 0 % and 100 %
 * @param unit what heights are labelled in
 */
export function vesselPicture(
  vessel: VesselSetUp,
  { levelPercent, span, unit }: { levelPercent: number; span: HeightSpan; unit: { label: string; perMetre: number } },
  size: Size,
): VesselPicture {
  const { width, height, fontSize } = size
  const top = fontSize * 1.4
  const y = (metres: number) => top + ((span.high - metres) / (span.high - span.low)) * (height - 2 * top)
  const metresAt = (at: number) => span.high - ((at - top) / (height - 2 * top)) * (span.high - span.low)
  const frame: Frame = {
    y,
    font: fontSize,
    left: width * 0.29,
    right: width * 0.6,
    low: width * 0.9,
    high: width * 0.74,
    width,
    words: (metres) => `${formatPlain(Number((metres * unit.perMetre).toPrecision(5)))} ${unit.label}`,
  }
  const level = levelAtPercentM(vessel, levelPercent)
  return {
    scene: {
      width,
      height,
      words: inWords(vessel, frame, levelPercent),
      shapes: [
        ...tank(vessel, frame, level),
        ...scaleOfLevels(vessel, frame),
        ...lines(vessel, frame),
        ...instrument(vessel, frame),
      ],
    },
    handles: handlesOf(vessel, frame),
    metresAt,
  }
}

function handlesOf(vessel: VesselSetUp, { y, left, right, high, low, font }: Frame): VesselHandle[] {
  const hasLow = 'upperTapM' in vessel
  const scaleX = left - font * 1.5
  return [
    { field: 'levelAt0', label: 'Level at 0 %', x: scaleX, y: y(vessel.levelAt0M), metres: vessel.levelAt0M },
    { field: 'levelAt100', label: 'Level at 100 %', x: scaleX, y: y(vessel.levelAt100M), metres: vessel.levelAt100M },
    {
      field: 'lowerTap',
      label: JOINTS[vessel.kind].lower,
      x: vessel.kind === 'bubbler' ? tubeX({ left, right }) : right,
      y: y(vessel.lowerTapM),
      metres: vessel.lowerTapM,
    },
    ...(hasLow
      ? [
          {
            field: 'upperTap' as const,
            label: `Upper ${JOINTS[vessel.kind].short}`,
            x: right,
            y: y(vessel.upperTapM),
            metres: vessel.upperTapM,
          },
        ]
      : []),
    {
      field: 'sensor',
      label: 'Instrument',
      x: hasLow ? (high + low) / 2 : high,
      y: y(vessel.sensorM),
      metres: vessel.sensorM,
    },
  ]
}

function inWords(vessel: VesselSetUp, { words }: Frame, levelPercent: number): string {
  const { short, lower } = JOINTS[vessel.kind]
  const upper = 'upperTapM' in vessel ? ` Upper ${short} at ${words(vessel.upperTapM)}.` : ''
  return `Vessel to scale: ${lower.toLowerCase()} at ${words(vessel.lowerTapM)}.${upper} Instrument at ${words(vessel.sensorM)}. 0 % at ${words(vessel.levelAt0M)}, 100 % at ${words(vessel.levelAt100M)}; drawn at ${formatPlain(Number(levelPercent.toFixed(1)))} %.`
}
