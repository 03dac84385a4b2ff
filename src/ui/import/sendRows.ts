import type { ListName } from '@/plans/import/lists'
import type { ImportProgress, ImportRequest } from '@/schema/importedRows'

/** What an import came to, or that nobody knows. */
export type ImportEnd = Exclude<ImportProgress, { kind: 'progress' }> | { readonly kind: 'unreachable' }

/** Sends rows and follows how far the server is, line by line of its answer. */
export async function sendRows(
  list: ListName,
  request: ImportRequest,
  { follow, signal }: { readonly follow: (progress: ImportProgress) => void; readonly signal: AbortSignal },
): Promise<ImportEnd> {
  try {
    const response = await fetch(`/api/v1/lists/${list}/import`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(request),
      signal,
    })
    if (!response.ok || !response.body) return await refusedEnd(response)
    let end: ImportEnd = { kind: 'unreachable' }
    for await (const line of linesOf(response.body)) {
      const progress = JSON.parse(line) as ImportProgress // our own route, typed where it is made
      if (progress.kind === 'progress') follow(progress)
      else end = progress
    }
    return end
  } catch {
    return { kind: 'unreachable' }
  }
}

async function refusedEnd(response: Response): Promise<ImportEnd> {
  const { refusals } = (await response.json()) as { refusals?: { reason: string; remedy: string }[] }
  const words = refusals?.map(({ reason, remedy }) => `${reason}: ${remedy}`).join('; ')
  return { kind: 'refused', words: words ? `Nothing was stored: ${words}.` : 'Nothing was stored.', rows: [] }
}

async function* linesOf(body: ReadableStream<Uint8Array>): AsyncGenerator<string> {
  const reader = body.getReader()
  const decoder = new TextDecoder()
  let rest = ''
  for (;;) {
    const { done, value } = await reader.read()
    rest += decoder.decode(value, { stream: !done })
    const lines = rest.split('\n')
    rest = lines.pop() ?? ''
    yield* lines.filter((line) => line !== '')
    if (done) return
  }
}
