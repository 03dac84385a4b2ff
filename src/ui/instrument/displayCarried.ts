import { carriedAndSettable } from '@/core/range/carriedScale'
import { typedNumber } from '@/core/units/decimalText'
import type { PressureUnit } from '@/core/units/pressureUnit'
import type { InstrumentValues } from './formValues'

type Boxes = Pick<InstrumentValues['configuration'], 'lrv' | 'urv' | 'unit' | 'transfer' | 'hostRoot' | 'displayScale'>

/**
 * The ends of the display that go on showing the same, where the range in the boxes is no longer the one the form opened
 * with and the display still is; as texts for its boxes, null where nothing is to be offered.
 */
export function displayCarried(was: Boxes, now: Boxes): { readonly lower: string; readonly upper: string } | null {
  const [before, after] = [was.displayScale, now.displayScale]
  if (!before || !after || before.lower !== after.lower || before.upper !== after.upper) return null
  if (was.unit !== now.unit || before.unit !== after.unit || isRooted(was) !== isRooted(now)) return null
  const [lrv, urv] = [typedNumber(now.lrv), typedNumber(now.urv)]
  const [oldLrv, oldUrv] = [typedNumber(was.lrv), typedNumber(was.urv)]
  if (lrv === null || urv === null || oldLrv === null || oldUrv === null) return null
  if (lrv === oldLrv && urv === oldUrv) return null
  const [lower, upper] = [typedNumber(before.lower), typedNumber(before.upper)]
  if (lower === null || upper === null) return null
  const present = { lrv: oldLrv, urv: oldUrv, unit: was.unit as PressureUnit } // only units of ours are offered
  const carried = carriedAndSettable(
    { lower, upper, unit: before.unit },
    { present, wanted: { lrv, urv }, takesRoot: isRooted(was) },
  )
  return carried && { lower: String(carried.lower), upper: String(carried.upper) }
}

const isRooted = ({ transfer, hostRoot }: Boxes): boolean => transfer.kind !== 'linear' || hostRoot
