import { expect, test } from 'vitest'
import { refuseWeak } from './weakPassword'

const refusalOf = (password: string, name = 'Mila Testova') => {
  try {
    refuseWeak('password', password, name)
    return null
  } catch (refused) {
    return refused instanceof Error ? refused.message : ''
  }
}

// Kinds of weakness: NIST SP 800-63B, 5.1.1.2 (from memory); the words themselves are in every list of the commonest.
test.each([
  ['password', 'tried first'],
  ['PassWord', 'tried first'],
  ['password2026!', 'tried first'],
  ['12345678', 'tried first'],
  ['qwertyuiop', 'tried first'],
  ['aaaaaaaaaaaa', 'repeats'],
  ['abababababab', 'repeats'],
  ['vkxqvkxqvkxq', 'repeats'],
  ['milamila mila', 'contains the person’s name'],
  ['testova 4 ever', 'contains the person’s name'],
  ['MilaTestova9x', 'contains the person’s name'],
  ['barys is mine 7', 'contains the person’s name'],
])('%s is refused: %s', (password, words) => {
  expect(refusalOf(password)).toContain(words)
})

test.each(['vkxqzvkxqzvk', 'three calm otters', 'correct wagon 12 moss', 'Übermut und Zwiebeln', 'q9$Lr2!vX0'])(
  '%s is taken',
  (password) => {
    expect(refusalOf(password)).toBeNull()
  },
)

test('a part of a name too short to mean it stands in many words', () => {
  expect(refusalOf('an old kiln, cold', 'An Li')).toBeNull()
})
