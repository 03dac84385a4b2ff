import type { HostCheck, HostScale } from '@/core/loop/hostCheck'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { Configuration } from '../schema/configuration'
import type { RecordedLoopCheck } from '../schema/recordedRun'

/** What the host shows at 0 and 100 % output: the display scale of the register, or the range itself. */
export const hostScale = ({ displayScale, lrv, urv, unit, hostRoot }: Configuration): HostScale => ({
  ...(displayScale ?? { lower: lrv, upper: urv, unit: pressureUnitLabel(unit) }),
  ...(hostRoot && { takesRoot: true }),
})

/** A recorded loop check as numbers. */
export const loopCheckOf = ({
  percent,
  hostValue,
  senseOhms,
  senseVolts,
}: Pick<RecordedLoopCheck, 'percent' | 'hostValue' | 'senseOhms' | 'senseVolts'>): HostCheck => ({
  percent,
  hostValue: hostValue === null ? null : Number(hostValue),
  sense: senseOhms === null || senseVolts === null ? null : { ohms: Number(senseOhms), volts: Number(senseVolts) },
})
