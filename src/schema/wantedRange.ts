import { coldDensities, drumRange, hotDensities } from '@/core/drum/drumLevel'
import { levelRange } from '@/core/level/levelRange'
import { settableRange } from '@/core/range/settableRange'
import { Refusal } from '@/core/refusal'
import { decimalText } from '@/core/units/decimalText'
import { convertPressure, type PressureUnit } from '@/core/units/pressureUnit'
import { typedQuantity } from '@/core/units/typedQuantity'
import { drumMPa } from './calc/drum'
import type { Configuration } from './configuration'
import type { RangeSource, SaveDesk, SavedDesks, VesselSetUpForm, WantedForm } from './desks'
import { type FlowSetUp, flowDesk } from './flowDesk'
import { onVessel, vesselSetUp } from './vessel'

/** What a vessel asks for, in the unit of the instrument. */
export function wantedFromVessel(setUp: VesselSetUpForm, present: Configuration): WantedForm {
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
  const { dpFull, fullFlow, flowUnit, transfer } = flowDesk(setUp)
  return {
    ...settableRange({ lrv: 0, urv: convertPressure(dpFull, setUp.unit, present.unit) }),
    displayScale: { lower: 0, upper: fullFlow, unit: flowUnit },
    transfer,
    hostRoot: setUp.root === 'host',
    source: 'flow',
  }
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
      return
    default:
      save satisfies never
  }
}

/**
 * What the range desk opens with: what was asked for, else its own saved set-up, else the range the instrument has.
 */
export function wantedAtOpening(present: Configuration, saved: SavedDesks, from: RangeSource | null): WantedForm {
  if (from === 'vessel' && saved.vessel) return wantedFromVessel(saved.vessel.setUp, present)
  if (from === 'flow' && saved.flow) return wantedFromFlow(saved.flow.setUp, present)
  return saved.range?.setUp ?? wantedFromPresent(present)
}

/**
 * An end of a range as typed: a number in the unit of the instrument, or one with a unit of its own.
 *
 * @throws {Refusal} for what is no number, or another quantity
 */
export function typedEnd(text: string, unit: PressureUnit, field: 'lrv' | 'urv'): number {
  if (text.trim() === '') throw new Refusal(field, 'is still empty', 'enter a pressure')
  if (!/[a-z"]/iu.test(text.replace(/e[+-]?\d/iu, ''))) return Number(decimalText(text, field))
  const typed = typedQuantity(text, { quantity: 'pressure' })
  // Found by its unit, which is one of pressure.
  return Number(convertPressure(typed.value, typed.unit as PressureUnit, unit).toPrecision(10))
}
