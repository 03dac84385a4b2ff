import fs from 'node:fs'
import { syncBuiltinESMExports } from 'node:module'
import { expect, test, vi } from 'vitest'
import { traceOf } from '@/plans/traceability'
import { recordForDocument } from '../../../tests/support/recordForDocument'
import { certificatePdf } from './certificate'

test('a certificate reads no font file more than once, and the next one none', async () => {
  const record = recordForDocument()
  const read = vi.spyOn(fs, 'readFileSync')
  syncBuiltinESMExports()
  const fontsRead = async () => {
    read.mockClear()
    await certificatePdf({
      ...{ record, trace: traceOf(record, new Map()), hash: 'ab'.repeat(32), timeZone: 'UTC', paper: 'a4' },
      ...{ standing: { reviews: [], supersededBy: null, printedAt: '2026-11-20T12:00:00.000Z' }, proofKey: null },
    })
    return read.mock.calls.filter(([file]) => String(file).endsWith('.ttf')).length
  }
  expect(await fontsRead()).toBeLessThanOrEqual(4)
  expect(await fontsRead()).toBe(0)
  read.mockRestore()
})
