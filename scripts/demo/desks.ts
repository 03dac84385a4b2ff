import type { NewCapsule } from '../../src/schema/capsule'
import type { SaveDesk } from '../../src/schema/desks'

const id = (number: number) => `c4a51e00-9d27-4b1e-8f60-2f7d5c0e1${String(number).padStart(3, '0')}`

const cell = (number: number, limit: number, kept: number): NewCapsule => ({
  id: id(number),
  code: `C-${Math.floor(limit)}`,
  family: 'cell body, digital',
  description: `Differential cell, ±${limit} kPa`,
  unit: 'kPa',
  lrl: -limit,
  url: limit,
  minSpan: limit / 50,
  maxSpan: null,
  links: [],
  allowsReverse: true,
  kept,
})

/** Capsules on the workshop shelf of the creamery. */
export const DEMO_CAPSULES: readonly NewCapsule[] = [
  cell(1, 7.6, 2),
  cell(2, 25, 1),
  cell(3, 62.5, 1),
  cell(4, 248, 0),
  {
    id: id(5),
    code: 'B-40',
    family: 'bellows body, pneumatic',
    description: 'Bellows capsule, spans 4.5 … 40 kPa',
    unit: 'kPa',
    lrl: -40,
    url: 40,
    minSpan: 4.5,
    maxSpan: 40,
    links: [
      { name: 'short', minSpan: 4.5, maxSpan: 10 },
      { name: 'middle', minSpan: 10, maxSpan: 22 },
      { name: 'long', minSpan: 22, maxSpan: 40 },
    ],
    allowsReverse: false,
    kept: 0,
  },
  {
    id: id(6),
    code: 'B-150',
    family: 'bellows body, pneumatic',
    description: 'Bellows capsule, spans 36 … 150 kPa',
    unit: 'kPa',
    lrl: -150,
    url: 150,
    minSpan: 36,
    maxSpan: 150,
    links: [
      { name: 'short', minSpan: 36, maxSpan: 70 },
      { name: 'long', minSpan: 70, maxSpan: 150 },
    ],
    allowsReverse: false,
    kept: 1,
  },
]

type DistributiveOmit<T, K extends PropertyKey> = T extends unknown ? Omit<T, K> : never

/** What the creamery's people set their desks up with, by instrument. */
export const DEMO_SET_UPS: Record<string, readonly DistributiveOmit<SaveDesk, 'id'>[]> = {
  'LT-103': [
    {
      desk: 'vessel',
      setUp: {
        kind: 'level',
        input: {
          heightUnit: 'm',
          densityUnit: 'kg/m3',
          gravity: 9.8124,
          vessel: {
            kind: 'open',
            density: 1031,
            lowerTap: 0.34,
            sensor: 0.713,
            levelAt0: 0.34,
            levelAt100: 6.12,
            lineDensity: 928,
          },
          unit: 'kPa',
          signal: '4-20mA',
          display: { lower: 0, upper: 5.78, unit: 'm' },
        },
      },
    },
  ],
  'LT-602': [
    {
      desk: 'vessel',
      setUp: {
        kind: 'level',
        input: {
          heightUnit: 'm',
          densityUnit: 'kg/m3',
          gravity: 9.8124,
          vessel: {
            kind: 'open',
            density: 1342,
            lowerTap: 0.12,
            sensor: 0.06,
            levelAt0: 0.12,
            levelAt100: 1.76,
            lineDensity: null,
          },
          unit: 'kPa',
          signal: '4-20mA',
          display: { lower: 0, upper: 1.64, unit: 'm' },
        },
      },
    },
    {
      desk: 'loop',
      setUp: {
        supply: {
          supplyVolts: 23.7,
          wireLength: 86,
          wireArea: 0.75,
          wireCelsius: 32,
          burdenOhms: 198,
          leastTerminalVolts: 11.5,
        },
        items: [
          {
            name: 'LY-602',
            kind: 'isolator',
            calibratedOn: '2026-03-09',
            limitPercent: 0.2,
            error0: 0.02,
            error50: 0.06,
            error100: 0.11,
            onChange: '',
          },
          {
            name: 'LI-602 B',
            kind: 'indicator',
            calibratedOn: '2025-11-18',
            limitPercent: 1,
            error0: -0.2,
            error50: -0.4,
            error100: -0.6,
            onChange: 'new scale plate',
          },
        ],
        host: {
          name: 'LIC-602',
          senseOhms: 120.2,
          allowancePercent: 1.5,
          shows0: 0,
          shows50: 0.834,
          shows100: 1.661,
        },
      },
    },
  ],
  'LT-501': [
    {
      desk: 'vessel',
      setUp: {
        kind: 'drum',
        calibrated: 'hot',
        input: {
          tapDistance: 0.75,
          gravity: 9.8124,
          pressure: 13.2,
          pressureUnit: 'bar',
          barometric: 994,
          legCelsius: 58,
          ambientCelsius: 21,
          glassBottom: 0.04,
          glassHeight: 0.5,
          unit: 'kPa',
        },
      },
    },
  ],
  'FT-601': [
    {
      desk: 'flow',
      setUp: {
        meter: {
          kind: 'orifice plate',
          taps: 'flange',
          pipe: 81.6,
          bore: 48.3,
          density: 1012,
          viscosity: 0.62,
          upstream: null,
          isentropicExponent: null,
          flowUnit: 't/h',
        },
        unit: 'kPa',
        fullFlow: 32,
        root: 'host',
        panelMeter: 'takes a root',
        cutOffPercent: 11,
        belowCutOff: 'drop to zero',
        dpErrorPercent: 0.12,
        allowedPercentOfFlow: 5,
        zeroShift: 0.018,
      },
    },
  ],
}
