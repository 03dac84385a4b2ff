import { Refusal } from '../refusal'
import type { CalibrationPoint } from './calibrationPoints'

/** One point: `100: −0.02 ±0.003` is what it showed, what has to be added, and its U. */
const POINT = /^([+\-−]?[\d.,]+)\s*:\s*([+\-−]?[\d.,]+)\s*±\s*([\d.,]+)$/

/** A point as it stands in a text; its numbers with the digits typed. */
export type PointText = { readonly indicated: string; readonly correction: string; readonly uncertainty: string }

/**
 * Points of a certificate from one line of text: `0: 0.01 ±0.002; 100: −0.02 ±0.003`.
 *
 * @throws {Refusal} for a point that is not understood, with the field `field`
 */
export const pointsFromText = (text: string, field: string): PointText[] =>
  text
    .split(';')
    .map((part) => part.trim())
    .filter((part) => part !== '')
    .map((part) => {
      const [, indicated, correction, uncertainty] = POINT.exec(part) ?? []
      if (indicated === undefined || correction === undefined || uncertainty === undefined)
        throw new Refusal(
          field,
          `“${part}” is no point`,
          'write what it showed, the correction and U: 100: −0.02 ±0.003',
        )
      return { indicated, correction, uncertainty }
    })

/** The same points as one line of text, as exactly as they are stored. */
export const pointsText = (points: readonly CalibrationPoint[]): string =>
  points.map(({ indicated, correction, uncertainty }) => `${indicated}: ${correction} ±${uncertainty}`).join('; ')
