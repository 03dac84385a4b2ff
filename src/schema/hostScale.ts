import type { HostCheck } from '@/core/loop/hostCheck'
import type { DisplayScale } from '@/core/transfer/displayScale'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { Configuration } from './configuration'
import type { RecordedLoopCheck } from './runView'

/** What the host shows at 0 and 100 % output: the display scale of the register, or the range itself. */
export const hostScale = ({ displayScale, lrv, urv, unit }: Configuration): DisplayScale =>
  displayScale ?? { lower: lrv, upper: urv, unit: pressureUnitLabel(unit) }

/** A recorded loop check as numbers. */
export const loopCheckOf = ({ percent, hostValue, senseOhms, senseVolts }: RecordedLoopCheck): HostCheck => ({
  percent,
  hostValue: Number(hostValue),
  sense: senseOhms === null || senseVolts === null ? null : { ohms: Number(senseOhms), volts: Number(senseVolts) },
})
