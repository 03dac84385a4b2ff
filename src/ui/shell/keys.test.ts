// @vitest-environment happy-dom
import { beforeEach, expect, test, vi } from 'vitest'

beforeEach(() => {
  localStorage.clear()
  vi.resetModules()
})
const fresh = () => import('./keys')

test('as given each act has a key of its own', async () => {
  const { KEY_ACTS } = await fresh()
  const keys = Object.values(KEY_ACTS).map(({ key }) => key)
  expect(new Set(keys).size).toBe(keys.length)
})

test('a letter that was changed holds instead of the one before, also on the next page', async () => {
  const { chooseKeys, isKeyOf } = await fresh()
  chooseKeys({ isOff: false, changed: { register: 'k' } })
  expect([isKeyOf('register', 'k'), isKeyOf('register', 'n')]).toEqual([true, false])
  vi.resetModules()
  expect((await fresh()).isKeyOf('register', 'k')).toBe(true)
})

test('turned off, no key means anything', async () => {
  const { chooseKeys, isKeyOf, keyIn, KEY_ACT_IDS, KEY_ACTS } = await fresh()
  chooseKeys({ isOff: true, changed: {} })
  for (const act of KEY_ACT_IDS) expect(isKeyOf(act, KEY_ACTS[act].key)).toBe(false)
  expect(keyIn({ isOff: true, changed: { find: 'k' } }, 'find')).toBeNull()
})

test.each([
  ['k', true],
  ['ž', true],
  ['?', true],
  ['', false],
  ['ab', false],
  [' ', false],
  ['7', false], // figures are typed everywhere
])('“%s” as a key: %s', async (text, is) => {
  expect((await fresh()).isOneKey(text)).toBe(is)
})

test.each(['', 'null', '{', '[]', '{"isOff":"yes","changed":{"find":"7","nothing":"k","go":3}}'])(
  'what else stands in the store, such as %s, changes nothing',
  async (stored) => {
    localStorage.setItem('barys-keys', stored)
    const { isKeyOf } = await fresh()
    expect([isKeyOf('find', '/'), isKeyOf('go', 'g'), isKeyOf('find', '7')]).toEqual([true, true, false])
  },
)
