import { existsSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from 'vitest'
import { ROOT } from '../../scripts/setup/root'
import { endToEndTouchedBy, WALKS } from './changed'

test('every end-to-end file says through which folders it walks, and each of them exists', () => {
  const files = readdirSync(join(ROOT, 'e2e')).filter((name) => name.endsWith('.e2e.ts'))
  expect(Object.keys(WALKS).toSorted()).toEqual(files.toSorted())
  for (const folder of Object.values(WALKS).flat()) expect(existsSync(join(ROOT, folder)), folder).toBe(true)
})

test('a change is walked by those that go through it; what none names, by all; words and tests by none', () => {
  expect(endToEndTouchedBy(['src/ui/practice/PracticeDesk.tsx'])).toEqual(['practice.e2e.ts'])
  expect(endToEndTouchedBy(['e2e/screws.e2e.ts'])).toEqual(['screws.e2e.ts'])
  expect(endToEndTouchedBy(['src/server/hash.ts'])).toEqual(Object.keys(WALKS))
  expect(endToEndTouchedBy(['docs/api.md', 'src/bench/rig/rig.test.ts', 'README.md'])).toEqual([])
})
