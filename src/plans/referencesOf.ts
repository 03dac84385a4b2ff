import type { WorkingReference, World } from '../schema/world'

/** Every reference a run uses: those of the sub-ranges, then the one that reads the output. */
export const referencesOf = ({
  inputReference,
  furtherReferences = [],
  outputReference,
}: World): WorkingReference[] => [inputReference, ...furtherReferences, ...(outputReference ? [outputReference] : [])]
