import type { JudgedPoint } from '../../analysis/judgedPoint'
import { convertPressure, type PressureUnit } from '../../units/pressureUnit'

/** A figure as it was shown, and as it is with the correction of the certificate; in the unit it was read in. */
export type CorrectedFigure = { readonly shown: string; readonly corrected: number }

/** What the references of a reading corrected of it; null where its reference is taken as it shows. */
export type ReadingCorrections = { readonly applied: CorrectedFigure | null; readonly output: CorrectedFigure | null }

/** What was corrected at a reading, from what was shown and what it was judged by. */
export function readingCorrections(
  { applied, output }: { readonly applied: string; readonly output: string },
  point: Pick<JudgedPoint, 'applied' | 'output'>,
  {
    configuration,
    inputUnit,
  }: { readonly configuration: { readonly unit: PressureUnit }; readonly inputUnit: PressureUnit },
): ReadingCorrections {
  return {
    applied: figure(applied, convertPressure(point.applied, configuration.unit, inputUnit)),
    output: figure(output, point.output),
  }
}

/** Units are converted to and fro: what is left of that is no correction. */
const figure = (shown: string, corrected: number): CorrectedFigure | null =>
  Math.abs(corrected - Number(shown)) <= Math.abs(Number(shown)) * 1e-12 ? null : { shown, corrected }
