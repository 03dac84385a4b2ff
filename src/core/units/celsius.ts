/** 0 °C in kelvin. Source: SI Brochure, 9th edition, 2.3.1. */
export const KELVIN_AT_ZERO_CELSIUS = 273.15

export const kelvinOf = (celsius: number): number => celsius + KELVIN_AT_ZERO_CELSIUS
export const celsiusOf = (kelvin: number): number => kelvin - KELVIN_AT_ZERO_CELSIUS
