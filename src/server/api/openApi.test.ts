import { describe, expect, test } from 'vitest'
import { CALCULATIONS } from '@/calc/registry'
import { openApiDocument } from './openApi'

const document = openApiDocument()
const text = JSON.stringify(document)

describe('the OpenAPI document', () => {
  test('is 3.1 and has every calculation with an example, an answer and its refusals', () => {
    expect(document.openapi).toBe('3.1.0')
    for (const { name } of CALCULATIONS) {
      const operation = document.paths?.[`/api/v1/calc/${name}`]?.post
      expect(operation?.requestBody, name).toMatchObject({
        content: { 'application/json': { example: expect.anything(), schema: expect.anything() } },
      })
      expect(Object.keys(operation?.responses ?? {})).toEqual(['200', '404', '422'])
      expect(operation?.responses?.['200'], name).toMatchObject({
        content: { 'application/json': { example: { workings: expect.any(Array) } } },
      })
    }
  })
  test('every reference inside it leads somewhere', () => {
    const references = [...text.matchAll(/"\$ref":"#\/components\/schemas\/([^"]+)"/g)].map(([, name]) => name)
    expect(references.length).toBeGreaterThan(0)
    for (const name of references) expect(Object.keys(document.components?.schemas ?? {})).toContain(name)
  })
  test('no part of an input is marked as sent by the server only', () => {
    expect(text).not.toContain('readOnly')
  })
})
