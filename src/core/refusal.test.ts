import { expect, test } from 'vitest'
import { orRefused, Refusal } from './refusal'

const refuse = () => {
  throw new Refusal('urv', 'equals LRV', 'enter another')
}

test('what comes of the work, or what is made of its refusal', () => {
  expect(
    orRefused(
      () => 7,
      () => null,
    ),
  ).toBe(7)
  expect(orRefused(refuse, ({ field, line }) => [field, line])).toEqual(['urv', 'equals LRV: enter another'])
})

test('a fault of ours is no refusal: it goes on', () => {
  const broken = () => {
    throw new TypeError('ours')
  }
  expect(() => orRefused(broken, () => null)).toThrow(TypeError)
})
