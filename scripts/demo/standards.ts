import { addDays, formatISO, parseISO, subYears } from 'date-fns'
import type { LimitTerm } from '../../src/core/error/errorLimit'
import type { Standard } from '../../src/schema/world'

const sum = (...terms: LimitTerm[]) => ({ combine: 'sum' as const, terms })
const ofReading = (value: number): LimitTerm => ({ kind: 'percentReading', value })
const ofSpan = (value: number): LimitTerm => ({ kind: 'percentSpan', value })
const id = (number: number) => `7b0c9e14-2f4d-4c86-8a11-53d0f5a0b${String(number).padStart(3, '0')}`
const date = (today: Date, days: number) => formatISO(addDays(today, days), { representation: 'date' })

/** A certificate is renewed each year; the one valid on a day, for a standard whose newest is given. */
export function certificateOn(standard: Standard, day: Date): Pick<Standard, 'certificate' | 'calibratedOn' | 'dueOn'> {
  let { certificate, calibratedOn, dueOn } = standard
  while (formatISO(day, { representation: 'date' }) < calibratedOn) {
    const number = Number(certificate.replace('THC-', '')) - 211
    certificate = `THC-${number}`
    dueOn = calibratedOn
    calibratedOn = formatISO(subYears(parseISO(calibratedOn), 1), { representation: 'date' })
  }
  return { certificate, calibratedOn, dueOn }
}

/** Twelve invented references of the creamery's workshop; certificates lie relative to the day the demo is loaded. */
export function demoStandards(today: Date): Standard[] {
  const certified = (number: number, calibratedDaysAgo: number) => ({
    id: id(number),
    code: `R-${String(number).padStart(2, '0')}`,
    certificate: `THC-${2400 + number * 17}`,
    calibratedOn: date(today, -calibratedDaysAgo),
    dueOn: date(today, 365 - calibratedDaysAgo),
    principle: 'indicator' as const,
    laboratory: number === 6 ? 'Alder Weir metrology, electrical bench' : 'Alder Weir metrology, pressure bench',
    serialNumber: `TH-${6120 + number * 37}`,
  })
  const pressure = { quantity: 'pressure' as const }
  return [
    {
      ...certified(1, 92),
      ...pressure,
      description: 'Digital pressure indicator with hand pump',
      pressureKind: 'gauge',
      unit: 'kPa',
      rangeLow: -98,
      rangeHigh: 1060,
      accuracy: sum(ofReading(0.02), ofSpan(0.006)),
      resolution: 0.001,
    },
    {
      ...certified(2, 208),
      ...pressure,
      description: 'Digital pressure indicator with screw press',
      pressureKind: 'gauge',
      unit: 'bar',
      rangeLow: 0,
      rangeHigh: 34,
      accuracy: sum(ofReading(0.02), ofSpan(0.008)),
      resolution: 0.0005,
    },
    {
      ...certified(3, 41),
      ...pressure,
      description: 'Low differential-pressure indicator',
      pressureKind: 'differential',
      unit: 'kPa',
      rangeLow: -9,
      rangeHigh: 9,
      accuracy: sum(ofReading(0.03), ofSpan(0.01)),
      resolution: 0.0001,
    },
    {
      ...certified(4, 129),
      ...pressure,
      description: 'Differential-pressure indicator',
      pressureKind: 'differential',
      unit: 'kPa',
      rangeLow: -110,
      rangeHigh: 110,
      accuracy: sum(ofReading(0.02), ofSpan(0.005)),
      resolution: 0.001,
      driftPerYear: sum(ofReading(0.008)),
      temperature: { perKelvin: sum(ofReading(0.001)), lowCelsius: 17, highCelsius: 29 },
    },
    {
      ...certified(5, 263),
      ...pressure,
      description: 'Absolute-pressure indicator',
      pressureKind: 'absolute',
      unit: 'kPa',
      rangeLow: 0,
      rangeHigh: 170,
      accuracy: sum(ofReading(0.02), ofSpan(0.006)),
      resolution: 0.001,
    },
    {
      ...certified(6, 77),
      quantity: 'electrical',
      description: 'Loop meter, current',
      unit: 'mA',
      rangeLow: 0,
      rangeHigh: 55,
      accuracy: sum(ofReading(0.01), ofSpan(0.005)),
      driftPerYear: sum(ofReading(0.004)),
      resolution: 0.001,
    },
    {
      ...certified(7, 371),
      ...pressure,
      description: 'Test gauge for pneumatic signals',
      pressureKind: 'gauge',
      unit: 'kPa',
      rangeLow: 0,
      rangeHigh: 160,
      accuracy: sum(ofSpan(0.1)),
      resolution: 0.1,
    },
    {
      ...certified(8, 346),
      ...pressure,
      description: 'Capacitance-diaphragm vacuum indicator',
      pressureKind: 'absolute',
      unit: 'hPa',
      rangeLow: 0,
      rangeHigh: 14,
      accuracy: sum(ofReading(0.15), ofSpan(0.005)),
      driftPerYear: sum(ofReading(0.06)),
      resolution: 0.0001,
    },
    {
      ...certified(9, 150),
      ...pressure,
      description: 'Capacitance-diaphragm vacuum indicator, low',
      pressureKind: 'absolute',
      unit: 'hPa',
      rangeLow: 0,
      rangeHigh: 1.35,
      accuracy: sum(ofReading(0.4), { kind: 'absolute', value: 0.00002, unit: 'hPa' }),
      resolution: 0.00001,
    },
    {
      ...certified(10, 150),
      ...pressure,
      description: 'Barometer and rough-vacuum indicator',
      pressureKind: 'absolute',
      unit: 'hPa',
      rangeLow: 0,
      rangeHigh: 1150,
      accuracy: sum(ofReading(0.05), { kind: 'absolute', value: 0.02, unit: 'hPa' }),
      resolution: 0.01,
    },
    {
      ...certified(11, 18),
      ...pressure,
      description: 'Water manometer, one limb in a well',
      pressureKind: 'differential',
      unit: 'mmH2O@20C',
      rangeLow: 0,
      rangeHigh: 330,
      accuracy: sum({ kind: 'absolute', value: 0.4, unit: 'mmH2O@20C' }),
      resolution: 0.5,
      principle: 'liquid-column' as const,
    },
    {
      ...certified(12, 61),
      ...pressure,
      description: 'Gauge glass of the boiler drum, cold',
      pressureKind: 'differential',
      unit: 'kPa',
      rangeLow: -8,
      rangeHigh: 0,
      accuracy: sum({ kind: 'absolute', value: 0.01, unit: 'kPa' }),
      resolution: 0.005,
      principle: 'gauge-glass',
    },
  ]
}
