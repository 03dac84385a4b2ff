import { expect, test } from 'vitest'
import { setUpPlan, wantedOf } from '@/plans/setUpPlan'
import { Configuration } from '@/schema/configuration'
import { pdfText } from '../../../e2e/pdfText'
import { setUpSheetPdf } from './setUpSheetPdf'

/** Invented: 0 … 40 kPa as 4 … 20 mA. */
const configuration = Configuration.parse({
  ...{
    description: 'Return line',
    area: 'bench',
    kind: 'pressure-transmitter',
    pressureKind: 'gauge',
    hookUp: 'bench',
  },
  ...{ unit: 'kPa', lrl: -100, url: 200, minSpan: 5, lrv: 0, urv: 40, signal: '4-20mA', adjustLimit: null },
  errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.5 }] },
  ...{ intervalMonths: 12, testPoints: [0, 50, 100], pointOrder: 'up' },
})
const instrument = {
  ...{ id: '5d1f7c02-6a51-4f0e-9a57-0c1d4be0a001', configurationId: '5d1f7c02-6a51-4f0e-9a57-0c1d4be0a002' },
  ...{
    tag: 'PT-TRIAL',
    version: 3,
    isRetired: false,
    registeredAt: new Date(),
    changedAt: new Date(),
    changedBy: 'Anna Test',
  },
  ...{ changeReason: 'trial', configuration },
}
const sheet = async (change: object) => {
  const setUp = { ...wantedOf(configuration), urv: 60, dampingSeconds: 0.8, ...change }
  const saved = { desk: 'set-up' as const, setUp, savedAt: '2026-11-20T09:00:00.000Z', savedBy: 'Anna Test' }
  const pdf = await setUpSheetPdf({ instrument, saved, origin: 'http://x.example', timeZone: 'UTC', paper: 'a4' })
  return { ...(await pdfText(pdf)), items: setUpPlan(configuration, setUp).items }
}

test('on paper stands every value in its order with why, old and new, and how it is read back', async () => {
  const { text, pages, items } = await sheet({})
  expect(pages).toBe(1)
  expect(text).toContain('Read each value back and write it beside; then record it at the code.')
  const places = items.map(({ name, why }) => text.indexOf(`${name} – ${why}`))
  expect(places).not.toContain(-1)
  expect(places).toEqual(places.toSorted((a, b) => a - b))
  expect(text).toMatch(/URV \(100 %\) – .* 40 kPa 60 kPa/)
  // Half of 60 kPa is half of 4 … 20 mA.
  expect(text).toMatch(/50 % 30\.0+ 12\.000/)
  expect(text).not.toContain('Display,')
})

test('a display has its column; what cannot be is said', async () => {
  const { text } = await sheet({ displayLower: 0, displayUpper: 6, displayUnit: 'm', displayDecimals: 2, urv: 900 })
  expect(text).toContain('Display, m')
  expect(text).toMatch(/50 % \S+ 12\.000 3\.00/)
  expect(text).toContain('outside what the sensor can do')
})
