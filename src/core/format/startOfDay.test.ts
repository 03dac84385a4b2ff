import { describe, expect, test } from 'vitest'
import { startOfDay } from './formatTime'

describe('a day begins where its clock shows midnight', () => {
  // The European Union changes its clocks on the last Sundays of March and October at 01:00 UTC: Directive 2000/84/EC.
  test.each([
    ['2026-03-28', 'Europe/Berlin', '2026-03-27T23:00:00.000Z'],
    ['2026-03-30', 'Europe/Berlin', '2026-03-29T22:00:00.000Z'],
    ['2026-10-26', 'Europe/Berlin', '2026-10-25T23:00:00.000Z'],
    // The day of the change itself.
    ['2026-03-29', 'Europe/Berlin', '2026-03-28T23:00:00.000Z'],
    ['2026-10-25', 'Europe/Berlin', '2026-10-24T22:00:00.000Z'],
    // New Zealand's clocks go back on the first Sunday of April: Daylight Time Order 2007 (from memory).
    ['2026-04-05', 'Pacific/Auckland', '2026-04-04T11:00:00.000Z'],
    ['2026-11-28', 'UTC', '2026-11-28T00:00:00.000Z'],
    ['2026-11-28', 'Asia/Kathmandu', '2026-11-27T18:15:00.000Z'], // UTC+5:45
    ['2026-11-28', 'Pacific/Auckland', '2026-11-27T11:00:00.000Z'], // UTC+13 in summer
  ])('%s in %s', (day, zone, instant) => {
    expect(startOfDay(day, zone).toISOString()).toBe(instant)
  })
})
