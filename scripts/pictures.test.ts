import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from 'vitest'
import { ROOT } from './setup/root'

const MOST_PICTURES = 19

test('docs/screenshots holds one picture of each main view and no other: what the README shows', () => {
  const held = readdirSync(join(ROOT, 'docs/screenshots')).toSorted()
  const readme = readFileSync(join(ROOT, 'README.md'), 'utf8')
  const shown = [...readme.matchAll(/docs\/screenshots\/([\w-]+\.png)/g)].map(([, name]) => name)
  expect(held).toEqual([...new Set(shown)].toSorted())
  expect(held.length).toBeLessThanOrEqual(MOST_PICTURES)
})
