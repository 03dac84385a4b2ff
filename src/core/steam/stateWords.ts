import { formatPlain } from '../format/formatNumber'
import { KELVIN_AT_ZERO_CELSIUS } from '../units/celsius'

const BAR_PER_MPA = 10
const six = (value: number) => formatPlain(Number(value.toPrecision(6)))

/** A temperature as people type it: `195.7 °C`. */
export const temperatureWords = (temperatureK: number): string => `${six(temperatureK - KELVIN_AT_ZERO_CELSIUS)} °C`

/** An absolute pressure in the units people type it in: `1420 kPa (14.2 bar) absolute`. */
export const pressureWords = (pressureMPa: number): string =>
  `${six(pressureMPa * 1000)} kPa (${six(pressureMPa * BAR_PER_MPA)} bar) absolute`
