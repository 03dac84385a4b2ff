import { coldDensities, drumRange, hotDensities } from '@/core/drum/drumLevel'
import { levelRange } from '@/core/level/levelRange'
import { settableRange } from '@/core/range/settableRange'
import { orRefused, Refusal } from '@/core/refusal'
import { decimalText } from '@/core/units/decimalText'
import { convertPressure, type PressureUnit } from '@/core/units/pressureUnit'
import { typedQuantity } from '@/core/units/typedQuantity'
import { drumMPa } from '../calc/drum/drumTerms'
import { onVessel, vesselSetUp } from '../calc/vesselSetUp'
import type { Configuration } from '../schema/configuration'
import type { RangeSource, SaveDesk, SavedDesks, VesselSetUpForm, WantedForm } from '../schema/desks'
import type { FlowSetUp } from '../schema/flowDesk'
import { flowDesk } from './flowDesk'

/** What a vessel asks for, in the unit of the instrument. */
export function wantedFromVessel(setUp: VesselSetUpForm, present: Configuration): WantedForm {
  refuseAbsolute(present)
  const inUnit = (pa: number) => convertPressure(pa, 'Pa', present.unit)
  const keeps = { transfer: { kind: 'linear' as const }, hostRoot: false, source: 'vessel' as const }
  if (setUp.kind === 'level') {
    const { lrvPa, urvPa } = levelRange(vesselSetUp(setUp.input))
    return { ...settableRange({ lrv: inUnit(lrvPa), urv: inUnit(urvPa) }), displayScale: setUp.input.display, ...keeps }
  }
  const { input, calibrated } = setUp
  const drum = { tapDistanceM: input.tapDistance, gravityMPerS2: input.gravity }
  const { lrvPa, urvPa } = drumRange(
    drum,
    calibrated === 'cold'
      ? coldDensities(input.ambientCelsius)
      : hotDensities({ pressureMPa: drumMPa(input), legCelsius: input.legCelsius }),
  )
  const displayScale = { lower: 0, upper: 100, unit: '%' }
  return { ...settableRange({ lrv: inUnit(lrvPa), urv: inUnit(urvPa) }), displayScale, ...keeps }
}

/** What a flow set-up asks for, in the unit of the instrument. */
export function wantedFromFlow(setUp: FlowSetUp, present: Configuration): WantedForm {
  refuseAbsolute(present)
  const { dpFull, fullFlow, flowUnit, transfer } = flowDesk(setUp)
  return {
    ...settableRange({ lrv: 0, urv: convertPressure(dpFull, setUp.unit, present.unit) }),
    displayScale: { lower: 0, upper: fullFlow, unit: flowUnit },
    transfer,
    hostRoot: setUp.root === 'host',
    source: 'flow',
  }
}

/** Columns and plates make differences of pressure; an absolute instrument would add the air of the day to them. */
function refuseAbsolute({ pressureKind }: Configuration): void {
  if (pressureKind === 'absolute')
    throw new Refusal(
      'pressureKind',
      'this instrument measures absolute pressure, and level or flow is a difference',
      'use a gauge or differential instrument',
    )
}

/** What an instrument has now, as a wish. */
export const wantedFromPresent = ({ lrv, urv, displayScale, transfer, hostRoot }: Configuration): WantedForm => ({
  lrv,
  urv,
  displayScale,
  transfer,
  hostRoot: hostRoot ?? false,
  source: 'typed',
})

/**
 * Refuses a set-up that nothing can be worked out from, so that none is saved that a desk could not open.
 *
 * @throws {Refusal} naming the field
 */
export function refuseUnworkable(save: SaveDesk): void {
  switch (save.desk) {
    case 'vessel':
      if (save.setUp.kind === 'level') onVessel(save.setUp.input, levelRange)
      else hotDensities({ pressureMPa: drumMPa(save.setUp.input), legCelsius: save.setUp.input.legCelsius })
      return
    case 'flow':
      flowDesk(save.setUp)
      return
    case 'range':
    case 'loop':
    case 'set-up':
      return
    default:
      save satisfies never
  }
}

/** A wish with a word on why it is not the one that was asked for. */
export type Opening = { readonly wanted: WantedForm; readonly notice: string | null }

/**
 * What the range desk opens with: what was asked for, else its own saved set-up, else the range the instrument has. A
 * set-up that leads to no range is said, and the range it has stands in its place.
 */
export function wantedAtOpening(present: Configuration, saved: SavedDesks, from: RangeSource | null): Opening {
  return orRefused(
    () => ({ wanted: wishOf(present, saved, from), notice: null }),
    ({ line }) => ({ wanted: wantedFromPresent(present), notice: line }),
  )
}

function wishOf(present: Configuration, saved: SavedDesks, from: RangeSource | null): WantedForm {
  if (from === 'vessel' && saved.vessel) return wantedFromVessel(saved.vessel.setUp, present)
  if (from === 'flow' && saved.flow) return wantedFromFlow(saved.flow.setUp, present)
  return saved.range?.setUp ?? wantedFromPresent(present)
}

/**
 * An end of a range as typed: a number in the unit of the instrument, or one with a unit of its own.
 *
 * @throws {Refusal} for what is no number, another quantity, or absolute where gauge is measured
 */
export function typedEnd(
  text: string,
  { unit, pressureKind }: Pick<Configuration, 'unit' | 'pressureKind'>,
  field: 'lrv' | 'urv',
): number {
  if (text.trim() === '') throw new Refusal(field, 'is still empty', 'enter a pressure')
  if (!/[a-z"]/iu.test(text.replace(/e[+-]?\d/iu, ''))) return Number(decimalText(text, field))
  const typed = typedQuantity(text, { quantity: 'pressure' })
  if (typed.kind !== null && (typed.kind === 'absolute') !== (pressureKind === 'absolute'))
    throw new Refusal(
      field,
      `“${text.trim()}” is ${typed.kind}, and this instrument measures ${pressureKind} pressure`,
      'enter it as the instrument measures it: the difference is the air pressure of the day',
    )
  // Found by its unit, which is one of pressure.
  return Number(convertPressure(typed.value, typed.unit as PressureUnit, unit).toPrecision(10))
}
