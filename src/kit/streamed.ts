/** Lines of JSON that a route of ours answers one at a time. */
export type StreamedLine = { readonly kind: string }

/**
 * Sends JSON and gives back the lines of the answer as they come.
 *
 * @throws {RefusedStream} where it was refused before it began; whatever `fetch` throws where nothing answers
 */
export async function* streamed<L extends StreamedLine>(
  path: string,
  body: unknown,
  signal: AbortSignal,
): AsyncGenerator<L> {
  const response = await fetch(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
    signal,
  })
  if (!response.ok || !response.body) throw new RefusedStream(await refusalOf(response))
  for await (const line of linesOf(response.body)) yield JSON.parse(line) as L // our own route, typed where it is made
}

/** Why nothing was streamed. */
export class RefusedStream extends Error {}

async function refusalOf(response: Response): Promise<string> {
  const { refusals } = (await response.json()) as { refusals?: { reason: string; remedy: string }[] }
  return refusals?.map(({ reason, remedy }) => `${reason}: ${remedy}`).join('; ') ?? ''
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
