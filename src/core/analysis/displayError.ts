import { type DisplayScale, percentOfShown, shownAtPercent } from '../transfer/displayScale'
import { LINEAR, transferCurve } from '../transfer/transfer'
import type { JudgedPoint, JudgingBasis } from './judgedPoint'

/** What the instrument's own display is wrong by: in its unit, and in % of its scale. */
export type DisplayError = { readonly ideal: number; readonly error: number; readonly errorPercent: number }

/**
 * Error of the display: shown − what it should show for the input actually applied. A display has a scale of its own,
 * apart from the range; it follows the same transfer as the output.
 */
export function displayError(
  { display, appliedPercent }: Pick<JudgedPoint, 'appliedPercent'> & { readonly display: number },
  { transfer }: Pick<JudgingBasis, 'transfer'>,
  scale: DisplayScale,
): DisplayError {
  const idealPercent = transferCurve(transfer ?? LINEAR).forward(appliedPercent)
  const ideal = shownAtPercent(idealPercent, scale)
  return { ideal, error: display - ideal, errorPercent: percentOfShown(display, scale) - idealPercent }
}
