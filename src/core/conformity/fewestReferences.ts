import type { PressureUnit } from '../units/pressureUnit'
import { reaches, referenceAccuracyInput } from './accuracyRatio'
import type { SubRangeReference } from './serveByReferences'

/** More references than this are not combined: nobody changes the hose more often. Ours, no source. */
const MOST_COMBINED = 4

/**
 * The fewest references that together serve every point, and among those the set that serves its worst point best; of
 * several that do, the one that serves the next worst best, and so on.
 *
 * @param points inputs in `unit`, each with ± the limit of the instrument there
 * @returns the references in the order given; empty where no set serves every point
 */
export function fewestReferences<R extends SubRangeReference>(
  points: readonly { readonly input: number; readonly limit: number }[],
  unit: PressureUnit,
  references: readonly R[],
): R[] {
  const ratios = (set: readonly R[]) =>
    points.map(({ input, limit }) =>
      Math.max(
        0,
        ...set
          .filter((reference) => reaches(input, unit, reference))
          .map((reference) => limit / referenceAccuracyInput(input, unit, reference)),
      ),
    )
  for (let size = 1; size <= Math.min(MOST_COMBINED, references.length); size++) {
    const sets = subsets(references, size)
      .map((set) => ({ set, ratios: ratios(set).toSorted((a, b) => a - b) }))
      // Known no better than it may be wrong, a point is not served.
      .filter(({ ratios: [worst = 0] }) => worst >= 1)
      .toSorted((a, b) => fromWorst(b.ratios, a.ratios))
    if (sets[0]) return sets[0].set
  }
  return []
}

/** Compares two lists of ratios by their worst, then by the next, so that no point well served hides one that is not. */
function fromWorst(a: readonly number[], b: readonly number[]): number {
  const at = a.findIndex((ratio, index) => ratio !== b[index])
  return at === -1 ? 0 : (a[at] ?? 0) - (b[at] ?? 0)
}

/** All subsets of a size, keeping the order. */
function subsets<R>(all: readonly R[], size: number): R[][] {
  if (size === 0) return [[]]
  return all.flatMap((first, index) => subsets(all.slice(index + 1), size - 1).map((rest) => [first, ...rest]))
}
