import { expect } from './barys'

/** A row of the certificate as it should be, worked out by the test: ideal output, error in its unit and in per cent. */
export type ExpectedRow = { readonly ideal: number; readonly error: number; readonly percent: number }

/**
 * Expects a row of the certificate's readings with these figures, each as printed: within half of its last digit, so that
 * a value that ends on a half may be rounded either way.
 */
export function expectRow(text: string, [applied, output]: readonly [string, string], row: ExpectedRow): void {
  const shown = (figure: string) => figure.replace('-', '−').replaceAll('.', '\\.')
  const pattern = new RegExp(`${shown(applied)} ${shown(output)} ${Array(3).fill('([+−]?[\\d.]+)').join(' ')}`, 'g')
  const printed = [...text.matchAll(pattern)].map(([, ...figures]) => figures)
  const wanted = [row.ideal, row.error, row.percent]
  const agrees = printed.some((figures) => figures.every((figure, index) => isRounded(figure, wanted[index] ?? 0)))
  expect(agrees, `${applied} ${output}: printed ${JSON.stringify(printed)}, by hand ${JSON.stringify(wanted)}`).toBe(
    true,
  )
}

/** Whether a printed figure is a value rounded to the digits printed. */
export function isRounded(figure: string, value: number): boolean {
  const decimals = figure.split('.')[1]?.length ?? 0
  return Math.abs(Number(figure.replace('−', '-')) - value) <= 0.5 * 10 ** -decimals + 1e-9
}
