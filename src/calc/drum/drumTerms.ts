import { convertPressure } from '@/core/units/pressureUnit'
import type { DrumLevelInput } from '@/schema/drum'

export const HYDROSTATICS = 'hydrostatics'

/** Absolute drum pressure, MPa. */
export const drumMPa = ({
  pressure,
  pressureUnit,
  barometric,
}: Pick<DrumLevelInput, 'pressure' | 'pressureUnit' | 'barometric'>) =>
  convertPressure(pressure, pressureUnit, 'MPa') + convertPressure(barometric, 'hPa', 'MPa')
