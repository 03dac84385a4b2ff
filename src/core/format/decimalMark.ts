/** What stands before the decimals of a figure that is shown. What is kept, sent or computed with always has a point. */
export type DecimalMark = '.' | ','

// Bundlers may load this module more than once in one process, and all of them show figures alike.
const shown = globalThis as typeof globalThis & { barysDecimalMark?: DecimalMark }

export const decimalMark = (): DecimalMark => shown.barysDecimalMark ?? '.'

/** From now on figures are shown with this mark: in this process, thread or browser. */
export function showDecimalMark(mark: DecimalMark): void {
  shown.barysDecimalMark = mark
}

/** Plain decimal text as it is shown. */
export const withDecimalMark = (text: string): string => (decimalMark() === ',' ? text.replace('.', ',') : text)

/** A sentence of ours that was kept with points, as it is shown: only figures with a unit behind them, for others may be names. */
export const wordsAsShown = (words: string): string =>
  decimalMark() === ',' ? words.replace(/(?<=\d)\.(?=\d+ (?:°C|K|%|years|bar|kPa|mA)(?![a-z]))/g, ',') : words

/** What `make` gives with points, whatever is shown: for what is kept or read by machines. */
export function withPoints<T>(make: () => T): T {
  const before = shown.barysDecimalMark
  shown.barysDecimalMark = '.'
  try {
    return make()
  } finally {
    if (before === undefined) delete shown.barysDecimalMark
    else shown.barysDecimalMark = before
  }
}
