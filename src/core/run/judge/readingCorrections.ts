import type { JudgedPoint } from '../../analysis/judgedPoint'
import { atReference, hasHead } from '../../pressure/lineHead'
import { convertPressure, type PressureUnit } from '../../units/pressureUnit'

/** A figure as it was shown, and as it is with everything that is corrected; in the unit it was read in. */
export type CorrectedFigure = { readonly shown: string; readonly corrected: number }

/**
 * What was corrected at a reading: null where a figure is taken as it was shown. Of the pressure: by its reference, and for
 * the head between it and the instrument; of the output: by its reference.
 */
export type ReadingCorrections = {
  readonly applied: CorrectedFigure | null
  readonly output: CorrectedFigure | null
  /** Of what was corrected of the pressure: for the head; in the unit it was read in, 0 without one. */
  readonly head: number
}

/** What was corrected at a reading, from what was shown and what it was judged by. */
export function readingCorrections(
  { applied, output }: { readonly applied: string; readonly output: string },
  point: Pick<JudgedPoint, 'applied' | 'output'>,
  world: Parameters<typeof atReference>[1] & { readonly inputUnit: PressureUnit },
): ReadingCorrections {
  const inRead = (value: number) => convertPressure(value, world.configuration.unit, world.inputUnit)
  return {
    applied: figure(applied, inRead(point.applied)),
    output: figure(output, point.output),
    head: hasHead(world) ? inRead(point.applied - atReference(point.applied, world)) : 0,
  }
}

/** Units are converted to and fro: what is left of that is no correction. */
const figure = (shown: string, corrected: number): CorrectedFigure | null =>
  Math.abs(corrected - Number(shown)) <= Math.abs(Number(shown)) * 1e-12 ? null : { shown, corrected }
