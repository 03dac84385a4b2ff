import { formatPlain } from '@/core/format/formatNumber'
import type { LevelInput } from '../schema/vessel'

/**
 * What is possible and looks like a slip: an instrument that never sees the liquid, a level over the rim, a host that
 * shows another scale than the level. It is said and stops nobody. Ours, no source.
 */
export function vesselNotes({ vessel, heightUnit, display }: LevelInput): string[] {
  const { sensor, levelAt0, levelAt100 } = vessel
  const [lowest, highest] = [Math.min(levelAt0, levelAt100), Math.max(levelAt0, levelAt100)]
  const at = (height: number) => `${formatPlain(height)} ${heightUnit}`
  const rim = 'tankTop' in vessel ? vessel.tankTop : null
  const isHung = vessel.kind === 'open' || vessel.kind === 'dry-leg'
  return [
    ...(isHung && sensor >= highest
      ? [`The instrument at ${at(sensor)} stands above the full level of ${at(highest)}: no liquid ever presses on it.`]
      : []),
    ...(rim !== null && rim !== undefined && highest > rim
      ? [`The level of ${at(highest)} lies above the rim of the tank at ${at(rim)}.`]
      : []),
    ...(lowest < 0 ? [`The level of ${at(lowest)} lies below the datum of the heights: is that the bottom?`] : []),
    ...hostNotes({ levelAt0, levelAt100, heightUnit, display }),
  ]
}

/** A host that shows a height in the same unit as the vessel shows its levels, or the difference is meant. */
function hostNotes({
  levelAt0,
  levelAt100,
  heightUnit,
  display,
}: Pick<LevelInput, 'heightUnit' | 'display'> & { readonly levelAt0: number; readonly levelAt100: number }): string[] {
  if (display.unit.trim().toLowerCase() !== heightUnit) return []
  const isSame = near(display.lower, levelAt0) && near(display.upper, levelAt100)
  // Counted from 0 % on, as some hosts do, the span is the same.
  const isShifted = near(display.upper - display.lower, levelAt100 - levelAt0)
  if (isSame || isShifted) return []
  return [
    `The host shows ${formatPlain(display.lower)} … ${formatPlain(display.upper)} ${display.unit} for a level of ${formatPlain(levelAt0)} … ${formatPlain(levelAt100)} ${heightUnit}: is that meant?`,
  ]
}

const near = (a: number, b: number) => Math.abs(a - b) <= 1e-6 * Math.max(1, Math.abs(a), Math.abs(b))
