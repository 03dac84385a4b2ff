import { readFileSync } from 'node:fs'
import { afterAll, expect, test } from 'vitest'
import { showDecimalMark } from '@/core/format/decimalMark'
import { traceOf } from '@/plans/traceability'
import { SealedRecord } from '@/schema/record'
import { pdfText } from '../../../e2e/pdfText'
import { certificatePdf } from './certificate'

afterAll(() => showDecimalMark('.'))

/** Names that have a point: the software and its version. */
const NAMES = /Barys \d+\.\d+\.\d+/g

// The records of five versions of the format, one each: every kind of figure a certificate has.
const FILES = ['1-first-slice', '2-every-technology', '3-run-in-full', '4-ranges-and-desks', '5-budgets']
test.each(FILES)('no figure of a certificate of %s has a point where the site writes a comma', async (file) => {
  showDecimalMark(',')
  const records = JSON.parse(readFileSync(`tests/reference/records/${file}.json`, 'utf8'))
  const record = SealedRecord.parse(JSON.parse(records.at(-1).record))
  const standing = { reviews: [], supersededBy: null, printedAt: '2026-11-20T09:00:00.000Z' }
  const { text } = await pdfText(
    await certificatePdf({
      ...{ record, standing, trace: traceOf(record, new Map()), hash: 'ab'.repeat(32), timeZone: 'UTC' },
      ...{ paper: 'a4', proofKey: null },
    }),
  )
  expect(text).toMatch(/\d,\d/)
  expect(text.replace(NAMES, '').match(/.{0,20}\d\.\d.{0,10}/g)).toBeNull()
})
