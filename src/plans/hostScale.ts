import { type HostCheck, type HostError, type HostScale, hostError, type LoopCurrent } from '@/core/loop/hostCheck'
import { isTransmitted, SIGNALS } from '@/core/signal/signal'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { Configuration } from '../schema/configuration'
import type { RecordedLoopCheck } from '../schema/recordedRun'

/** What the host shows at 0 and 100 % output: the display scale of the register, or the range itself. */
export const hostScale = ({ displayScale, lrv, urv, unit, hostRoot }: Configuration): HostScale => ({
  ...(displayScale ?? { lower: lrv, upper: urv, unit: pressureUnitLabel(unit) }),
  ...(hostRoot && { takesRoot: true }),
})

/** The current that a host is sent; null where it is sent none. */
export function loopCurrent({ signal }: Pick<Configuration, 'signal'>): LoopCurrent | null {
  if (!isTransmitted(signal)) return null
  const { unit, lower, upper } = SIGNALS[signal]
  return unit === 'mA' ? { lower, upper } : null
}

/** How far a host was off, by what was recorded of it. The one place for it: screen and certificate ask here. */
export const hostErrorOf = (check: Recorded, configuration: Configuration): HostError =>
  hostError(loopCheckOf(check), hostScale(configuration), loopCurrent(configuration))

type Recorded = Pick<RecordedLoopCheck, 'percent' | 'hostValue' | 'senseOhms' | 'senseVolts'>

/** A recorded loop check as numbers. */
const loopCheckOf = ({ percent, hostValue, senseOhms, senseVolts }: Recorded): HostCheck => ({
  percent,
  hostValue: hostValue === null ? null : Number(hostValue),
  sense: senseOhms === null || senseVolts === null ? null : { ohms: Number(senseOhms), volts: Number(senseVolts) },
})
