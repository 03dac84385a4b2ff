import { decimalsOf, decimalText } from './decimalText'

/** One condition of work in units other than those it is kept in: kept = (shown − offset) · factor. */
type ConditionUnit = {
  readonly unit: string
  readonly factor: number
  readonly offset: number
  /** How many decimals more what is kept has: as fine as what was typed, and not finer than it can be shown again. */
  readonly moreDecimals: number
}

const kept = (unit: string): ConditionUnit => ({ unit, factor: 1, offset: 0, moreDecimals: 0 })

/** Ambient temperature, barometer and head, in what a site notes them in. They are kept in °C, hPa and mm. */
export const CONDITION_UNITS = {
  si: { label: '°C, hPa, mm', temperature: kept('°C'), barometer: kept('hPa'), height: kept('mm') },
  us: {
    label: '°F, inHg, in',
    temperature: { unit: '°F', factor: 5 / 9, offset: 32, moreDecimals: 1 },
    // 1 inHg at 0 °C is 3386.389 Pa, 1 in is 25.4 mm. Source: NIST SP 811 (2008), appendix B.8.
    barometer: { unit: 'inHg', factor: 33.86389, offset: 0, moreDecimals: -1 },
    height: { unit: 'in', factor: 25.4, offset: 0, moreDecimals: -1 },
  },
} as const satisfies Record<string, { label: string } & Record<Condition, ConditionUnit>>
export type Condition = 'temperature' | 'barometer' | 'height'
export type ConditionUnits = keyof typeof CONDITION_UNITS
export const CONDITION_UNIT_IDS = Object.keys(CONDITION_UNITS) as ConditionUnits[] // keys of a const object

/**
 * What was typed, in the unit it is kept in.
 *
 * @throws {Refusal} for what is no number
 */
export function keptCondition(typed: string, { factor, offset, moreDecimals }: ConditionUnit, field: string): string {
  const text = decimalText(typed, field)
  if (factor === 1) return text
  return ((Number(text) - offset) * factor).toFixed(Math.max(0, decimalsOf(text) + moreDecimals))
}

/** What is kept, as plain decimal text in the unit it is shown in. */
export function shownCondition(text: string, { factor, offset, moreDecimals }: ConditionUnit): string {
  if (factor === 1) return text
  return (Number(text) / factor + offset).toFixed(Math.max(0, decimalsOf(text) - moreDecimals))
}
