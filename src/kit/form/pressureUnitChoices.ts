import { PRESSURE_UNIT_IDS, pressureUnitLabel } from '@/core/units/pressureUnit'

/** Every unit of pressure, as a form offers it. */
export const PRESSURE_UNIT_CHOICES = PRESSURE_UNIT_IDS.map((id) => [id, pressureUnitLabel(id)] as const)
