import { type ReferencePart, referenceParts, type UncertainReference, type UseOfReference } from './referenceParts'

/** Coverage factor of what is shown of a reference by itself. JCGM 100:2008, 6.3.3: about 95 %. */
const COVERAGE_FACTOR = 2

/**
 * Expanded uncertainty, k = 2, of what a reference shows by itself: its parts and its resolution, without anything of the
 * instrument beside it. JCGM 100:2008, 5.1.2 and 4.3.7.
 *
 * @param shown in the unit of the reference, as is what is answered
 */
export function referenceUncertainty(
  shown: number,
  reference: UncertainReference & { readonly resolution: number },
  use: UseOfReference,
): number {
  const parts = referenceParts(reference, '', use).map((part) => standardOf(part, shown))
  return COVERAGE_FACTOR * Math.hypot(...parts, reference.resolution / 2 / Math.sqrt(3))
}

const standardOf = ({ at, distribution }: ReferencePart, shown: number): number =>
  distribution === 'rectangular' ? at(shown) / Math.sqrt(3) : at(shown)
