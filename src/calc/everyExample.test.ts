import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from 'vitest'
import { CALCULATIONS } from './registry'

test('each example is worked out a second time without the core', () => {
  const recomputed = ['recomputed.test.ts', 'recomputedDesks.test.ts']
    .map((file) => readFileSync(join(import.meta.dirname, file), 'utf8'))
    .join()
  expect(CALCULATIONS.map(({ name }) => name).filter((name) => !recomputed.includes(`'${name}'`))).toEqual([])
})
