import canonicalize from 'canonicalize'
import { describe, expect, test } from 'vitest'
import { SealedRecord } from '@/schema/record'
import { recordForDocument } from '../../../../tests/support/recordForDocument'
import { sha256 } from '../../hash'
import { sealText } from './sealedRecord'

describe('the hash', () => {
  test.each([
    ['', 'e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855'],
    ['abc', 'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad'],
  ])('of “%s”: FIPS 180-4 example values (from memory)', (text, hash) => {
    expect(sha256(text)).toBe(hash)
  })
})

describe('the canonical text: RFC 8785', () => {
  test('3.2.2, numbers and literals of its example (from memory)', () => {
    expect(
      canonicalize({ numbers: [Number('333333333.33333329'), 1e30, 4.5, 2e-3, 1e-27], literals: [null, true, false] }),
    ).toBe('{"literals":[null,true,false],"numbers":[333333333.3333333,1e+30,4.5,0.002,1e-27]}')
  })
  test('the order in which a record’s fields were set does not matter', () => {
    const record = recordForDocument()
    const shuffled = SealedRecord.parse(Object.fromEntries(Object.entries(record).toReversed()))
    expect(sealText(shuffled)).toEqual(sealText(record))
  })
  test('read back it is the same record, and gives the same hash', () => {
    const { text, hash } = sealText(recordForDocument({ withCorrection: true }))
    expect(sealText(SealedRecord.parse(JSON.parse(text))).hash).toBe(hash)
  })
  test('any reading changed by its last digit gives another hash', () => {
    const record = recordForDocument()
    const changed = JSON.parse(JSON.stringify(record).replace('"12.000"', '"12.001"'))
    expect(sealText(SealedRecord.parse(changed)).hash).not.toBe(sealText(record).hash)
  })
  test('the record before it is part of what is hashed', () => {
    const record = recordForDocument()
    expect(sealText({ ...record, previousHash: 'f'.repeat(64) }).hash).not.toBe(sealText(record).hash)
  })
})

test('a record holds what was worked out, for every round', () => {
  const record = recordForDocument({ asLeftRounds: 2 })
  expect(record.results.map(({ round, points }) => [round, points.length])).toEqual([
    [0, 3],
    [1, 3],
    [2, 3],
  ])
  expect(record.conformity).toEqual({ rule: 'simple-acceptance', asFound: 'inside', asLeft: 'inside' })
})
