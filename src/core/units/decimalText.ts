import { Refusal } from '../refusal'

const DECIMAL = /^[+-]?(\d+(\.\d*)?|\.\d+)(e[+-]?\d{1,2})?$/i

/**
 * A number as a person types it, normalised to plain decimal text that keeps every digit typed (`12,50` → `12.50`):
 * the digits carry the resolution of the instrument that gave the reading.
 * Takes a decimal comma or point, a real minus sign, surrounding and grouping blanks.
 *
 * @throws {Refusal} for an empty box, letters, or a text with both or several decimal marks
 */
export function decimalText(typed: string, field: string): string {
  const text = typed
    .trim()
    .replace(/[−–]/g, '-')
    .replace(/(?<=\d)[\s\u00a0\u202f](?=\d{3})/g, '')
  if (text === '') throw new Refusal(field, 'nothing entered', 'type a number')
  const withPoint = text.replace(',', '.')
  if (!DECIMAL.test(withPoint))
    throw new Refusal(field, `“${shortened(typed)}” is not a number`, 'type digits, with one decimal point or comma')
  const plain = withPoint.toLowerCase().includes('e') ? fromExponent(withPoint) : withPoint
  if (plain.length > 30)
    throw new Refusal(field, 'more digits than any instrument gives', 'round it to the resolution shown')
  return tidy(plain)
}

/** One comma and three digits after it: 1.2 to one reader, 1200 to another. A leading zero leaves no doubt. */
const TWO_WAYS = /^\s*[+−-]?[1-9]\d{0,2},\d{3}\s*$/

/** What is asked where a number can be read two ways; null where it cannot. */
export function commaQuestion(typed: string): string | null {
  if (!TWO_WAYS.test(typed)) return null
  const digits = typed.trim()
  return `“${digits}” may be ${Number(digits.replace(',', '.').replace('−', '-'))} or ${digits.replace(',', '')}`
}
export const COMMA_REMEDY = 'type it with a point, or without the comma'

/** What is typed so far as a number; null where it is none, or none yet. */
export function typedNumber(typed: string): number | null {
  try {
    return Number(decimalText(typed, 'value'))
  } catch (error) {
    if (error instanceof Refusal) return null
    throw error
  }
}

const shortened = (typed: string) => (typed.length > 20 ? `${typed.slice(0, 20)}…` : typed)

/** `1.5e-3` → `0.0015`, keeping the significant digits that were typed. */
function fromExponent(text: string): string {
  const [mantissa = '0', exponent = '0'] = text.toLowerCase().split('e')
  const decimals = Math.max(0, (mantissa.split('.')[1]?.length ?? 0) - Number(exponent))
  return decimals > 25 ? text : Number(text).toFixed(decimals)
}

/** Drops a plus sign, leading zeros and a bare trailing point; `.5` becomes `0.5`. */
function tidy(text: string): string {
  const sign = text.startsWith('-') ? '-' : ''
  const [whole = '', fraction = ''] = text.replace(/^[+-]/, '').split('.')
  return `${sign}${whole.replace(/^0+(?=\d)/, '') || '0'}${fraction ? `.${fraction}` : ''}`
}

/** Digits after the decimal mark of a plain decimal text: the resolution it was given with. */
export const decimalsOf = (text: string): number => text.split('.')[1]?.length ?? 0
