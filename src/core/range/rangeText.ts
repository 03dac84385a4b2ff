import { formatPlain } from '../format/formatNumber'
import { PRESSURE_KINDS, type PressureKind } from '../units/pressureKind'
import { type PressureUnit, pressureUnitLabel } from '../units/pressureUnit'

type Measured = { readonly unit: PressureUnit; readonly pressureKind: PressureKind }

/** The unit with what it is measured against: `kPa abs`. */
export const unitWithKind = ({ unit, pressureKind }: Measured): string =>
  `${pressureUnitLabel(unit)} ${PRESSURE_KINDS[pressureKind].suffix}`

/** The calibrated range as shown in lists: `0 … 58.5 kPa diff.` */
export const rangeText = (range: Measured & { readonly lrv: number; readonly urv: number }): string =>
  `${formatPlain(range.lrv)} … ${formatPlain(range.urv)} ${unitWithKind(range)}`
