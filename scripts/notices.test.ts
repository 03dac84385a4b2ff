import { readFileSync } from 'node:fs'
import { expect, test } from 'vitest'
import { shippedPackages } from './shippedPackages.mjs'

const lock = JSON.parse(readFileSync('package-lock.json', 'utf8'))

// Most licences ask for it: MIT, "The above copyright notice and this permission notice shall be included in all copies".
test('every package that ships is named in the notices with its version; those for development are not', () => {
  const notices = readFileSync('THIRD-PARTY-NOTICES.md', 'utf8')
  const missing = shippedPackages(lock)
    .filter(({ isOptional }) => !isOptional)
    .filter(({ name, version }) => !notices.includes(`\n## ${name} ${version}\n`))
  expect(missing.map(({ name, version }) => `${name} ${version}: run npm run notices`)).toEqual([])
  expect(notices).not.toContain('\n## vitest ')
})

test('a package is shipped unless it is for development alone, and counted once', () => {
  const packages = {
    '': {},
    'node_modules/a': { version: '1.0.0' },
    'node_modules/b': { version: '2.0.0', dev: true },
    'node_modules/c/node_modules/a': { version: '1.0.0' },
    'node_modules/@scope/d': { version: '3.0.0', optional: true },
  }
  expect(shippedPackages({ packages }).map(({ name, isOptional }) => [name, isOptional])).toEqual([
    ['@scope/d', true],
    ['a', false],
  ])
})
