import type { RangeVerdict } from '@/core/range/rangeVerdict'

/** A verdict of the range desk as a person reads it. */
export type VerdictWords = { readonly headline: string; readonly detail: string; readonly place: string }

/** The verdict in words: what has to be done, and whether in the field or in the shop. */
export function verdictWords(
  verdict: RangeVerdict,
  /** The wanted ends, where they change places. */
  turned: { readonly lrv: number; readonly urv: number } | null = null,
): VerdictWords {
  const words = plainWords(verdict)
  if (!turned || verdict.kind === 'impossible') return words
  const acting = turned.urv < turned.lrv ? 'reverse-acting' : 'direct-acting again'
  return {
    ...words,
    headline: `${words.headline}, ${acting}`,
    detail: `Range is reversed: ${acting}. Is that meant? ${words.detail}`,
  }
}

function plainWords(verdict: RangeVerdict): VerdictWords {
  switch (verdict.kind) {
    case 'unchanged':
      return { headline: 'This is the range it has', detail: 'Nothing to change.', place: '' }
    case 're-range':
      return {
        headline: 'Fits as it is',
        detail: 'Only LRV and URV move; nothing has to be opened.',
        place: 'field work',
      }
    case 'link':
      return {
        headline: 'Fits after one change',
        detail:
          verdict.from === null
            ? `The span link must stand at ${verdict.to}; where it stands now is not in the register, so look.`
            : `The span link must go from ${verdict.from} to ${verdict.to}.`,
        place: 'field work; no new capsule',
      }
    case 'capsule':
      return {
        headline: 'Needs another capsule',
        detail: `${verdict.capsule.code}, of which ${verdict.capsule.count} ${verdict.capsule.count === 1 ? 'is' : 'are'} in stock${verdict.link === null ? '' : `, with the span link at ${verdict.link}`}.`,
        place: 'shop work',
      }
    case 'impossible':
      return {
        headline: verdict.isFixed ? 'The range of this instrument is fixed' : 'Cannot be done with what there is',
        detail: verdict.isFixed
          ? 'Fixed-range instrument: another instrument is needed.'
          : verdict.tried.length === 0
            ? 'No capsule in stock fits this body.'
            : 'No capsule in stock does it either.',
        place: '',
      }
    default:
      return verdict satisfies never
  }
}
