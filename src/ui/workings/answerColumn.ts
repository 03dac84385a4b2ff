import { formatFixed } from '@/core/format/formatNumber'
import { answerNumber } from './answerNumber'

/** A figure of an answer: bare, or with its unit. */
export type Figure = number | { readonly value: number; readonly unit: string }

/** Figures further apart than this do not share decimals: the small ones would lose their digits. */
const WIDEST_RATIO = 1000

/**
 * How the figures of one column read, so that they stand under one another on the decimal mark: all with the decimals
 * of the largest, and no more than any of them needs. `null` for a column that cannot be aligned: nothing but figures
 * of one unit can, and not over many decades.
 */
export function answerColumn(cells: readonly unknown[]): string[] | null {
  const figures = cells.filter(isFigure)
  const [first] = figures
  if (first === undefined || figures.length < cells.length) return null
  const unit = unitOf(first)
  const sizes = figures.map((figure) => Math.abs(numberOf(figure))).filter((size) => size >= 1e-12)
  if (figures.some((figure) => unitOf(figure) !== unit)) return null
  if (sizes.length > 0 && Math.max(...sizes) / Math.min(...sizes) > WIDEST_RATIO) return null
  const largest = figures.reduce((a, b) => (Math.abs(numberOf(b)) > Math.abs(numberOf(a)) ? b : a))
  const decimals = needed(figures, mostDecimals(numberOf(largest), unit))
  return figures.map((figure) => formatFixed(numberOf(figure), decimals))
}

/** Decimals with which a number has all the digits that an answer shows. */
function mostDecimals(value: number, unit: string): number {
  const digits = unit.startsWith('%') ? 4 : 6
  const size = Math.abs(value) < 1e-12 ? 0 : Math.floor(Math.log10(Math.abs(value)))
  return Math.min(12, Math.max(0, digits - 1 - size))
}

/** As few of these decimals as show every figure the same. */
const needed = (figures: readonly Figure[], most: number): number =>
  Math.max(...figures.map((figure) => (numberOf(figure).toFixed(most).split('.')[1] ?? '').replace(/0+$/, '').length))

const numberOf = (figure: Figure): number => (typeof figure === 'number' ? figure : figure.value)
const unitOf = (figure: Figure): string => (typeof figure === 'number' ? '' : figure.unit)

/** A figure by itself. */
export const figureAlone = (figure: Figure): string => answerNumber(numberOf(figure), unitOf(figure))

export const isFigure = (value: unknown): value is Figure =>
  typeof value === 'number' ||
  (typeof value === 'object' &&
    value !== null &&
    'value' in value &&
    'unit' in value &&
    typeof value.value === 'number')
