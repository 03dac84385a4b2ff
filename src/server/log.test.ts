import { expect, test } from 'vitest'
import { logTo } from './log'

/** What one call of the log writes. */
function logged(fields: object): { reference?: string; error: { message?: string; stack?: string } } {
  const lines: string[] = []
  logTo({ write: (line: string) => lines.push(line) }).error(fields, 'unexpected error')
  return JSON.parse(lines.join(''))
}

test('what failed is logged with its message, its stack, its cause and the reference its user was given', () => {
  const error = new Error('no such column', { cause: new Error('the migration was left out') })
  const line = logged({ reference: '1a2b3c4d', error })
  expect(line.reference).toBe('1a2b3c4d')
  expect(line.error.message).toBe('no such column')
  expect(line.error.stack).toContain('log.test.ts')
  expect(JSON.stringify(line.error)).toContain('the migration was left out')
})

test('what was thrown and is no Error is logged as it is', () => {
  expect(logged({ error: 'half a word' }).error).toBe('half a word')
})
