import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, test } from 'vitest'
import { z } from 'zod'
import { runState } from '@/core/run/runState'
import { traceOf } from '@/plans/traceability'
import { SealedRecord } from '@/schema/record'
import { pdfText } from '../../../../e2e/pdfText'
import { certificatePdf } from '../../documents/certificate'
import { resultFaults } from '../proof/recordFaults'
import { sealedState, sealText } from './sealedRecord'

/**
 * Records as earlier versions of Barys sealed them, each set from the last commit before a migration added to what is
 * recorded: kept as they are, never made anew. Whatever is asked of a new run today, they stand.
 */
const FOLDER = join(import.meta.dirname, '../../../../tests/reference/records')
const Sealed = z.array(z.object({ hash: z.string(), record: z.string() }))
const versions = readdirSync(FOLDER).toSorted()
const recordsOf = (file: string) => Sealed.parse(JSON.parse(readFileSync(join(FOLDER, file), 'utf8')))

test('there is a set of every version', () => {
  expect(versions).toEqual([
    '1-first-slice.json',
    '2-every-technology.json',
    '3-run-in-full.json',
    '4-ranges-and-desks.json',
    '5-budgets.json',
  ])
})

describe.each(versions)('records of %s', (file) => {
  const records = recordsOf(file)
  test('are records, and give the hash they were sealed with', () => {
    expect(records.length).toBeGreaterThan(3)
    for (const { hash, record } of records) {
      const parsed = SealedRecord.parse(JSON.parse(record))
      // Defaults of fields that came later are no part of what was sealed then: the text itself is what is hashed.
      expect(parsed.rounds.length).toBeGreaterThan(0)
      expect(sealedState(parsed).rounds.at(-1)?.analysis.verdict).toBe(parsed.results.at(-1)?.verdict)
      expect(sealText(JSON.parse(record)).hash).toBe(hash)
    }
  })
  test('what they say follows from their readings follows from them today: verifying raises no false alarm', () => {
    for (const { record } of records) {
      const parsed = SealedRecord.parse(JSON.parse(record))
      expect(resultFaults(parsed, runState(parsed))).toEqual([])
    }
  })
  test('nothing in them is unknown to the shape: read and written they say the same', () => {
    for (const { record } of records) {
      const before = JSON.parse(record)
      expect(SealedRecord.parse(before)).toMatchObject(before)
    }
  })
  test('a certificate can be made of them, and says nothing that is not in them', async () => {
    const standing = { reviews: [], supersededBy: null, printedAt: '2026-11-28T08:00:00.000Z' }
    for (const { hash, record } of records.slice(0, 2)) {
      const sealed = SealedRecord.parse(JSON.parse(record))
      const { text } = await pdfText(
        await certificatePdf({
          record: sealed,
          trace: traceOf(sealed, new Map()),
          hash,
          timeZone: 'UTC',
          paper: 'a4',
          standing,
          proofKey: null,
        }),
      )
      expect(text).toContain(JSON.parse(record).world.instrument.tag)
      expect(text).not.toMatch(/NaN|undefined|null|Infinity/)
    }
  })
})
