import { expect, test } from 'vitest'
import { certificateNumber, isCertificateFormat } from './certificateNumber'

test.each([
  ['{number}', '37'],
  ['WM-{year}-{number:5}', 'WM-2026-00037'],
  ['{number:1}/{year}', '37/2026'],
])('%s numbers record 37 of 2026 as %s', (format, number) => {
  expect(isCertificateFormat(format)).toBe(true)
  expect(certificateNumber(format, { sequence: 37, year: 2026 })).toBe(number)
})
test.each(['WM-{year}', 'plain', '{number}-{site}', '{number'])('%s is none', (format) => {
  expect(isCertificateFormat(format)).toBe(false)
})
