import { expect, test } from 'vitest'
import { enteredOf, REFERENCE_FIELD_LIST, referenceLines, type StoredOfReference, storedOf } from './referenceFields'

const FULL: StoredOfReference = {
  description: 'Trial calibrator',
  maker: 'Trial works',
  model: 'T9',
  serialNumber: '77-1',
  location: 'Shelf 4',
  media: ['dry-gas', 'oil'],
  warmUpMinutes: 20,
  runsOnBattery: true,
  channels: 2,
}

test('what is stored of a device comes back from its form as it was', () => {
  expect(storedOf(enteredOf(FULL))).toEqual(FULL)
})

test('every field but the heading has a line of the page, and a line without a value is left out', () => {
  expect(referenceLines(FULL).map(([, words]) => words)).toEqual([
    ...['Trial works', 'T9', '77-1', 'Shelf 4', 'dry gas, oil', '20 min', 'battery', '2'],
  ])
  const bare = { ...FULL, maker: '', media: [], warmUpMinutes: null, runsOnBattery: false }
  expect(referenceLines(bare).map(([term]) => term)).toEqual(['Model', 'Serial number', 'Where it is kept', 'Channels'])
})

test('a cell of the list reads back what it wrote', () => {
  const entered = enteredOf(FULL)
  for (const [name, { column, entered: shape }] of REFERENCE_FIELD_LIST) {
    const { read, write } = column(`device.${name}`)
    expect(shape.parse(read(write(entered[name])))).toEqual(entered[name])
  }
})

test('a warm-up of a day is taken, one of more is refused', () => {
  const warmUp = REFERENCE_FIELD_LIST.find(([name]) => name === 'warmUpMinutes')?.[1].entered
  expect(warmUp?.safeParse(1440).success).toBe(true)
  expect(warmUp?.safeParse(-1).success).toBe(false)
  expect(warmUp?.safeParse(1441).error?.issues[0]?.message).toBe('is between 0 and 1440 minutes')
})
