import { expect, test } from 'vitest'
import { changed, stepsOf } from './howTo'

const FENCE = '```'

test('a page is read into files, changes and what must hold, in its order', () => {
  const page = [
    'Words.',
    `${FENCE}ts\n// src/a.ts\nexport const a = 1\n${FENCE}`,
    `${FENCE}diff\n--- src/b.ts\n first\n+second\n…\n-last\n${FENCE}`,
    `${FENCE}walk\ntsc fails: no a\ntest src/a.test.ts passes\n${FENCE}`,
  ].join('\n')
  expect(stepsOf(page)).toEqual([
    { kind: 'file', path: 'src/a.ts', text: 'export const a = 1\n' },
    { kind: 'change', path: 'src/b.ts', hunks: [[' first', '+second'], ['-last']] },
    { kind: 'expect', what: 'tsc', file: '', fails: 'no a' },
    { kind: 'expect', what: 'test', file: 'src/a.test.ts', fails: null },
  ])
})

test.each(['tsc', 'tsc fails', 'test passes', 'lint passes', 'test a.ts passes: gladly'])(
  '“%s” is no expectation',
  (line) => {
    expect(() => stepsOf(`${FENCE}walk\n${line}\n${FENCE}`)).toThrow('nothing a walk can look at')
  },
)

test('a change is made where its lines stand once, and refused where they do not', () => {
  expect(changed('a\nb\nc\n', [[' b', '+x'], ['-c']], 'f')).toBe('a\nb\nx\n')
  expect(() => changed('a\nb\n', [[' z', '+x']], 'f')).toThrow('0 times')
  expect(() => changed('a\na\n', [[' a', '+x']], 'f')).toThrow('2 times')
})
