/**
 * Density of water at the three reference temperatures that water-column units are stated for, in kg/m³.
 * A column of water is a pressure only together with one of these.
 *
 * Sources: 4 °C, the density behind the "39.2 °F" factors of NIST SP 811 (2008), B.8 (from memory);
 * 60 °F and 20 °C, Tanaka et al., Metrologia 38 (2001) 301, air-free water (formula from memory, checked in the test).
 */
export const WATER_DENSITY_KG_PER_M3 = {
  '4 °C': 999.972,
  '60 °F': 999.0163,
  '20 °C': 998.2067,
} as const

export type WaterReference = keyof typeof WATER_DENSITY_KG_PER_M3
