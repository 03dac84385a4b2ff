import { describe, expect, test } from 'vitest'
import { boundedJson } from './boundedJson'
import { idParam } from './idParam'
import { sequenceParam } from './sequenceParam'

const request = (body: BodyInit | null, headers: Record<string, string> = {}) =>
  new Request('http://127.0.0.1/', { method: 'POST', body, headers, duplex: 'half' } as RequestInit)

/** A body that counts how much of it was taken. */
function endless(): { stream: ReadableStream<Uint8Array>; taken: () => number } {
  let bytes = 0
  const stream = new ReadableStream<Uint8Array>({
    pull(controller) {
      bytes += 65_536
      controller.enqueue(new Uint8Array(65_536).fill(120))
    },
  })
  return { stream, taken: () => bytes }
}

describe('a body', () => {
  test('is parsed, also with characters split between chunks', async () => {
    const bytes = new TextEncoder().encode('{"a":"Žluť"}')
    const stream = new ReadableStream({
      start(controller) {
        for (const byte of bytes) controller.enqueue(new Uint8Array([byte]))
        controller.close()
      },
    })
    expect(await boundedJson(request(stream))).toEqual({ a: 'Žluť' })
  })
  test('that is endless is left off soon after its limit', async () => {
    const { stream, taken } = endless()
    await expect(boundedJson(request(stream))).rejects.toThrow('larger than 256 kB')
    expect(taken()).toBeLessThan(512 * 1024)
  })
  test('that says it is large is not read at all', async () => {
    const { stream, taken } = endless()
    await expect(boundedJson(request(stream, { 'content-length': '10485760' }))).rejects.toThrow('larger than 256 kB')
    expect(taken()).toBeLessThanOrEqual(65_536) // what a stream holds ready by itself
  })
  test.each([[''], ['{'], ['<xml/>']])('“%s” is no JSON', async (body) => {
    await expect(boundedJson(request(body))).rejects.toThrow('body: it is not JSON; send one JSON object')
  })
})

describe('a text no record can keep', () => {
  // PostgreSQL's documentation, 8.3: “the character with code zero cannot be stored”; RFC 3629, 3: UTF-8 has no surrogates.
  test.each([
    ['{"remark":"a\\u0000b"}', 'remark: it holds a NUL character'],
    ['{"remark":"a\\ud800b"}', 'remark: it holds half of a character'],
    ['{"remark":"\\udc00\\ud800"}', 'remark: it holds half of a character'],
    ['{"steps":[{"text":"x"},{"text":"\\u0000"}]}', 'steps.1.text: it holds a NUL character'],
    ['{"a\\u0000":1}', 'body: it holds a NUL character'],
    ['"\\u0000"', 'body: it holds a NUL character'],
  ])('%s is refused by its place', async (body, words) => {
    await expect(boundedJson(request(body))).rejects.toThrow(words)
  })
  test('whole pairs, every other control character and every kind of value pass as they are', async () => {
    const sent = { text: '😀 \u0001\t\n', numbers: [1, null, true, { deep: ['é'] }] }
    expect(await boundedJson(request(JSON.stringify(sent)))).toEqual(sent)
  })
  test('a body of brackets alone is refused in words, as deep as may be sent; what is deep by right passes', async () => {
    const nested = (depth: number) => request('['.repeat(depth) + ']'.repeat(depth))
    await expect(boundedJson(nested(120_000))).rejects.toThrow('body: it is nested too deeply')
    expect(JSON.stringify(await boundedJson(nested(60)))).toHaveLength(120)
  })
  test('two texts that look the same become the same (Unicode WorkingReference Annex 15: U+00E9 is e with U+0301, composed)', async () => {
    expect(await boundedJson(request('{"name":"e\\u0301"}'))).toEqual({ name: '\u00e9' })
  })
})

describe('what stands in an address', () => {
  test.each(['', 'x', '1; DROP TABLE run', '7b0c9e14-2f4d-4c86-8a11-53d0f5a0b00'])('“%s” is no id', (text) => {
    expect(() => idParam(text)).toThrow('the address holds no id of ours')
  })
  test.each(['0', '-1', '1.5', '1e3', '٣', '9'.repeat(13)])('“%s” is no record number', (text) => {
    expect(() => sequenceParam(text)).toThrow('no record number')
  })
  test('a number is one', () => {
    expect(sequenceParam('12')).toBe(12)
  })
})
