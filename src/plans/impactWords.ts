import { withDecimalMark } from '@/core/format/decimalMark'
import { decimalsOfTwoDigits, formatFixed, formatSigned } from '@/core/format/formatNumber'
import type { ImpactRow } from '../schema/impact'

/** Errors and limits as the table and the report have them: two decimals more than the limit needs to be told apart. */
const decimalsOf = ({ limit }: Pick<ImpactRow, 'limit'>): number => (limit >= 10 ? 1 : limit >= 1 ? 2 : 3)

export const basisWords = ({ basis }: Pick<ImpactRow, 'basis'>): string => (basis === 'reading' ? '% of reading' : '%')
export const wasWords = (row: ImpactRow): string => `${formatSigned(row.before, decimalsOf(row))} ${basisWords(row)}`
export const becomesWords = (row: ImpactRow): string => `${formatSigned(row.after, decimalsOf(row))} ${basisWords(row)}`
export const limitWords = (row: ImpactRow): string => `±${formatFixed(row.limit, decimalsOf(row))}`

/** What it means for who relied on it: how wrong the process was read, or how likely the instrument is outside. */
export function meaningWords(row: ImpactRow): string {
  const { change, riskBefore, riskAfter, errorInput, unitLabel } = row
  if (change === 'in-doubt')
    return riskBefore === null || riskAfter === null
      ? 'inside, by less than U'
      : `inside, risk ${riskWords(riskBefore)} → ${riskWords(riskAfter)}`
  if (change === 'to-pass') return 'was rejected, and is inside'
  if (errorInput === null) return ''
  const size = formatFixed(Math.abs(errorInput), decimalsOfTwoDigits(errorInput))
  return `${size} ${unitLabel} ${errorInput > 0 ? 'high' : 'low'}`
}

/** A probability in per cent, to a figure that is worth telling. */
function riskWords(risk: number): string {
  const percent = risk * 100
  if (percent < 0.1) return `under ${withDecimalMark('0.1')} %`
  return percent > 99.9 ? `over ${withDecimalMark('99.9')} %` : `${formatFixed(percent, percent < 10 ? 1 : 0)} %`
}

/** When the process was read so: before the calibration, since it, or both. */
export const ROUND_WORDS = {
  'as-found': 'before it',
  'as-left': 'since then',
  both: 'before it and since',
} as const satisfies Record<ImpactRow['round'], string>
