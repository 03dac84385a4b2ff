import { Refusal } from '@/core/refusal'
import { storable } from './storable'
import { TooLarge } from './tooLarge'

/** No form of ours comes near this; a route that takes files says how much it takes. */
export const LARGEST_BODY_BYTES = 256 * 1024

/**
 * Reads a request's JSON without ever holding more than the largest body allowed, its texts such as a record can keep.
 *
 * @throws {TooLarge} as soon as it is clear, without reading the rest
 * @throws {Refusal} when it is not JSON, or holds a text no record can keep
 */
export async function boundedJson(request: Request, largest = LARGEST_BODY_BYTES): Promise<unknown> {
  if (Number(request.headers.get('content-length') ?? 0) > largest) throw tooLarge(largest)
  return storable(parsed(await boundedText(request, largest)))
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    throw new Refusal('body', 'it is not JSON', 'send one JSON object')
  }
}

async function boundedText(request: Request, largest: number): Promise<string> {
  const reader = request.body?.getReader()
  if (!reader) return ''
  const decoder = new TextDecoder()
  let text = ''
  let bytes = 0
  for (;;) {
    const { done, value } = await reader.read()
    if (done) return text + decoder.decode()
    bytes += value.byteLength
    if (bytes > largest) {
      await reader.cancel()
      throw tooLarge(largest)
    }
    text += decoder.decode(value, { stream: true })
  }
}

const tooLarge = (largest: number) =>
  new TooLarge('body', `it is larger than ${largest / 1024} kB`, 'send one reading, one form or one file at a time')
