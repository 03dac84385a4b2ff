import type { Transfer } from './transfer'

/** The transfers as a form offers them. */
export const TRANSFER_WORDS = {
  linear: 'linear (root, if any, in the host)',
  'root-to-zero': 'square root, dropping to zero below the cut-off',
  'root-with-line': 'square root, straight line below the cut-off',
} as const

/** A transfer as a line of the register or a certificate says it. */
export function transferWords(transfer: Exclude<Transfer, { readonly kind: 'table' }>): string {
  if (transfer.kind === 'linear') return 'linear'
  const below = transfer.kind === 'root-to-zero' ? 'zero below' : 'straight line below'
  return transfer.cutOffPercent === 0 ? 'square root' : `square root, ${below} ${transfer.cutOffPercent} % of flow`
}
