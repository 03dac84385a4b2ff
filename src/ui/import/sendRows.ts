import type { ListName } from '@/plans/import/lists'
import type { ImportProgress, ImportRequest } from '@/schema/importedRows'
import { RefusedStream, streamed } from '../../kit/streamed'

/** What an import came to, or that nobody knows. */
export type ImportEnd = Exclude<ImportProgress, { kind: 'progress' }> | { readonly kind: 'unreachable' }

/** Sends rows and follows how far the server is, line by line of its answer. */
export async function sendRows(
  list: ListName,
  request: ImportRequest,
  { follow, signal }: { readonly follow: (progress: ImportProgress) => void; readonly signal: AbortSignal },
): Promise<ImportEnd> {
  try {
    let end: ImportEnd = { kind: 'unreachable' }
    for await (const line of streamed<ImportProgress>(`/api/v1/lists/${list}/import`, request, signal)) {
      if (line.kind === 'progress') follow(line)
      else end = line
    }
    return end
  } catch (error) {
    if (!(error instanceof RefusedStream)) return { kind: 'unreachable' }
    const words = error.message
    return { kind: 'refused', words: words ? `Nothing was stored: ${words}.` : 'Nothing was stored.', rows: [] }
  }
}
