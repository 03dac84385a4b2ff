import type { ErrorLimit, LimitTerm } from '../../src/core/error/errorLimit'
import type { Configuration } from '../../src/schema/configuration'
import type { InstrumentKind } from '../../src/schema/instrument/instrumentKind'

/** How an invented instrument behaves: errors in % of span, drifts in % of span a year. */
export type Behaviour = {
  readonly zeroDrift: number
  readonly spanDrift: number
  readonly hysteresis: number
  readonly bow: number
}

/** An invented instrument: what it is, how it behaves, and when it is due next, in days from the loading of the demo. */
export type DemoInstrument = {
  readonly tag: string
  readonly configuration: Configuration
  readonly behaviour: Behaviour
  readonly dueInDays: number
  /** Came in only now, and was never calibrated here. */
  readonly isNew?: boolean
  /** Draws its luck from a seed of its own, so that one more instrument changes nothing of the others. */
  readonly seed?: number
}

const ofSpan = (value: number): ErrorLimit => ({ combine: 'larger', terms: [{ kind: 'percentSpan', value }] })
const larger = (...terms: LimitTerm[]): ErrorLimit => ({ combine: 'larger', terms })
/** A dial whose scale is meant to be read in its middle. */
const WIDER_AT_THE_ENDS: ErrorLimit = {
  ...ofSpan(1.4),
  further: [
    { ...ofSpan(0.9), fromPercent: 20 },
    { ...ofSpan(1.4), fromPercent: 80 },
  ],
}
/** Vapour that is hotter than it shows scorches the milk; colder only costs time. */
const RATHER_HIGH_THAN_LOW: ErrorLimit = { ...ofSpan(0.45), below: ofSpan(0.25) }
const STEADY: Behaviour = { zeroDrift: 0.03, spanDrift: 0.02, hysteresis: 0.01, bow: 0.01 }
const ZERO: Behaviour = { zeroDrift: 0.19, spanDrift: 0.03, hysteresis: 0.02, bow: 0.01 }
const SPAN: Behaviour = { zeroDrift: 0.02, spanDrift: 0.24, hysteresis: 0.02, bow: 0.02 }
const OLD: Behaviour = { zeroDrift: 0.5, spanDrift: -0.45, hysteresis: 0.28, bow: 0.08 }
const WORN: Behaviour = { zeroDrift: -1.6, spanDrift: 0.9, hysteresis: 0.45, bow: 0.15 }

/** The shape shared by one group of rows; each row overrides what differs. */
type Common = Pick<Configuration, 'area'> & Partial<Configuration>
type Row = [
  tag: string,
  description: string,
  sensor: readonly [lrl: number, url: number, minSpan: number],
  range: readonly [lrv: number, urv: number],
  dueInDays: number,
  behaviour: Behaviour,
  more?: Partial<Configuration>,
]

const kind = (kind: InstrumentKind, more: Partial<Configuration> = {}) => ({ kind, ...more })
const DP = kind('dp-transmitter', { pressureKind: 'differential', hookUp: 'three-valve' })
const FLOW = kind('flow-transmitter', { pressureKind: 'differential', hookUp: 'five-valve' })
/** Root in the transmitter: points and limit as flow people speak of them. */
const ROOT = { ...FLOW, pointScale: 'output', testPoints: [6, 25, 50, 75, 100] } as const
const LEVEL = kind('level-transmitter', { pressureKind: 'differential', hookUp: 'three-valve' })
const SEALED = { ...LEVEL, hookUp: 'remote-seal' } as const
const ABSOLUTE = kind('vacuum-transmitter', { pressureKind: 'absolute', hookUp: 'two-valve' })
const DIAL = kind('dial-gauge', { signal: 'display', errorLimit: ofSpan(1), adjustLimit: null, unit: 'bar' })
const DIGITAL = kind('digital-gauge', {
  signal: 'display',
  errorLimit: larger({ kind: 'percentSpan', value: 0.1 }, { kind: 'percentReading', value: 0.2 }),
  adjustLimit: null,
})
const PNEUMATIC = kind('pneumatic-transmitter', {
  pressureKind: 'differential',
  signal: '20-100kPa',
  errorLimit: ofSpan(1.2),
  adjustLimit: ofSpan(0.7),
  intervalMonths: 6,
  hookUp: 'pneumatic',
})
/** Bodies that take other capsules, of our own invention. */
const bellows = (link: string): Partial<Configuration> => ({
  body: {
    family: 'bellows body, pneumatic',
    capsule: 'B-40',
    maxSpan: 40,
    allowsReverse: false,
    links: [
      { name: 'short', minSpan: 4.5, maxSpan: 10 },
      { name: 'middle', minSpan: 10, maxSpan: 22 },
      { name: 'long', minSpan: 22, maxSpan: 40 },
    ],
    link,
  },
})
const cell = (capsule: string): Partial<Configuration> => ({
  body: { family: 'cell body, digital', capsule, maxSpan: null, allowsReverse: true, links: [], link: null },
})
/** How finely a dial is read: its division in bar, told to a fifth. */
const readTo = (division: number): Partial<Configuration> => ({ readability: { division, fraction: 0.2 } })
const BAR = { unit: 'bar', hookUp: 'two-valve' } as const
/** Water or oil brought in at its calibration would reach every valve on the header. */
const KEPT_DRY: Partial<Configuration> = { touchedBy: ['dry-gas', 'air'] }

/** What is in the lines, where the plant has said so. */
const FLUIDS: Readonly<Record<string, Pick<Configuration, 'processFluid' | 'fluidHazards'>>> = {
  ...Object.fromEntries(
    ['LT-101', 'LT-102', 'LT-103', 'PT-108', 'PI-109'].map((tag) => [
      tag,
      { processFluid: 'raw milk', fluidHazards: ['food'] },
    ]),
  ),
  'PT-209': { processFluid: 'milk, 68 °C', fluidHazards: ['hot', 'food'] },
  'PI-305': { processFluid: 'gland steam', fluidHazards: ['steam'] },
  'LT-501': { processFluid: 'boiler water and steam', fluidHazards: ['steam'] },
  'PT-503': { processFluid: 'saturated steam', fluidHazards: ['steam'] },
  'PI-504': { processFluid: 'saturated steam', fluidHazards: ['steam'] },
  'PT-505': { processFluid: 'feed water, 105 °C', fluidHazards: ['hot'] },
  'LT-602': { processFluid: 'caustic, 2 %', fluidHazards: ['corrosive'] },
  'LT-603': { processFluid: 'nitric acid, 1.5 %', fluidHazards: ['corrosive'] },
  'PDT-701': { processFluid: 'whey', fluidHazards: ['slurry', 'food'] },
}

/** A serial number of our own making: the digits of the tag, scrambled a little. */
const serialOf = (tag: string) => `TC${((Number(tag.replace(/\D/g, '')) * 7919) % 90_000) + 10_000}`

function group(common: Common, rows: readonly Row[]): DemoInstrument[] {
  return rows.map(([tag, description, [lrl, url, minSpan], [lrv, urv], dueInDays, behaviour, more]) => ({
    tag,
    behaviour,
    dueInDays,
    configuration: {
      kind: 'pressure-transmitter',
      pressureKind: 'gauge',
      unit: 'kPa',
      signal: '4-20mA',
      errorLimit: ofSpan(0.3),
      adjustLimit: ofSpan(0.15),
      intervalMonths: 12,
      testPoints: [0, 25, 50, 75, 100],
      pointOrder: 'up-down',
      pointScale: 'input',
      hookUp: 'direct',
      transfer: { kind: 'linear' },
      displayScale: null,
      nameplate: { serialNumber: serialOf(tag) },
      ...FLUIDS[tag],
      ...common,
      ...more,
      description,
      lrl,
      url,
      minSpan,
      lrv,
      urv,
    },
  }))
}

/** Three alike, new from the shelf, that hang at the bench’s manifold and can be read over the network. Never calibrated yet. */
const BENCH_SPARE = {
  unit: 'bar',
  hookUp: 'bench',
  adjustedBy: 'trims',
  intervalMonths: 36,
} as const
const NOT_YET_DAYS = 1200

/** Fifty-four invented instruments of the Tarn Hollow Creamery, by area. All figures are ours. */
export const DEMO_INSTRUMENTS: readonly DemoInstrument[] = [
  ...group({ area: 'Milk reception' }, [
    ['LT-101', 'Raw-milk silo 1, flush seal', [-63, 63, 2.1], [0, 58.5], -4, ZERO, SEALED],
    ['LT-102', 'Raw-milk silo 2, flush seal', [-63, 63, 2.1], [0, 58.5], 12, STEADY, SEALED],
    ['LT-103', 'Raw-milk silo 3, seal below the tap', [-63, 63, 2.1], [-3.4, 55.1], 37, ZERO, SEALED],
    ['PT-108', 'Reception pump discharge', [-1, 10.4, 0.26], [0, 7], 61, STEADY, BAR],
    [
      'PI-109',
      'Strainer outlet, glycerine filled',
      [-1, 9.2, 8.5],
      [0, 9.2],
      4,
      { ...STEADY, hysteresis: 0.3, bow: 0.2 },
      { ...DIAL, ...readTo(0.2) },
    ],
  ]),
  ...group({ area: 'Homogeniser hall' }, [
    ['PT-204', 'Homogeniser inlet', [-1, 10.4, 0.26], [0.5, 8.5], 0, SPAN, BAR],
    ['PDT-206', 'Inlet filter pressure drop', [-248, 248, 6.2], [0, 146], 9, ZERO, { ...DP, ...cell('C-248') }],
    [
      'PI-207',
      'Seal-water header',
      [0, 6.8, 6.2],
      [0, 6.8],
      83,
      { ...STEADY, hysteresis: 0.5 },
      { ...DIAL, ...readTo(0.1) },
    ],
    [
      'PT-210',
      'Homogeniser oil, on the bus',
      [-1, 10.4, 0.26],
      [0, 6.2],
      70,
      STEADY,
      { ...BAR, signal: 'digital-value', testPoints: [0, 50, 100] },
    ],
    ['PT-209', 'Product outlet, after the second stage', [-1, 21.5, 0.52], [0, 18], 26, STEADY, BAR],
  ]),
  ...group({ area: 'Evaporator' }, [
    ['PDT-301', 'First effect: pressure drop across the calandria', [-62.5, 62.5, 1.25], [0, 42], -2, SPAN, DP],
    ['PT-302', 'First effect: vapour pressure', [0, 160, 4], [5, 95], 0, ZERO, { ...ABSOLUTE }],
    [
      'PT-303',
      'Second effect: vapour pressure',
      [0, 160, 4],
      [5, 65],
      1,
      STEADY,
      { ...ABSOLUTE, errorLimit: RATHER_HIGH_THAN_LOW },
    ],
    ['LT-304', 'Concentrate level, flash vessel', [-25, 25, 0.5], [0, 21.6], 1, ZERO, LEVEL],
    [
      'PI-305',
      'Gland steam',
      [-0.9, 5.6, 6],
      [-0.9, 5.6],
      5,
      { ...STEADY, hysteresis: 0.4 },
      { ...DIAL, ...readTo(0.1), errorLimit: WIDER_AT_THE_ENDS },
    ],
    [
      'PT-306',
      'Condenser vacuum',
      [0, 130, 3.2],
      [2, 31],
      48,
      STEADY,
      {
        ...ABSOLUTE,
        errorLimit: larger({ kind: 'percentReading', value: 1.5 }, { kind: 'percentSpan', value: 0.25 }),
        adjustLimit: null,
      },
    ],
    [
      'VG-307',
      'Vacuum-pump suction, bench gauge',
      [0, 13.4, 0.9],
      [0, 13.4],
      16,
      { ...STEADY, spanDrift: 0.3 },
      {
        ...kind('vacuum-gauge', {
          pressureKind: 'absolute',
          unit: 'hPa',
          signal: 'display',
          testPoints: [1, 10, 40, 100],
          pointOrder: 'up',
          hookUp: 'vacuum-manifold',
        }),
        errorLimit: larger({ kind: 'percentReading', value: 6 }),
        adjustLimit: null,
      },
    ],
    [
      'VG-308',
      'Freeze-dryer chamber, heat-loss gauge',
      [0, 1000, 850],
      [0.0008, 900],
      55,
      { ...STEADY, spanDrift: 1.4 },
      {
        ...kind('vacuum-gauge', {
          pressureKind: 'absolute',
          unit: 'hPa',
          signal: 'display',
          pointScale: 'value',
          testPoints: [0.001, 0.01, 0.1, 1, 10, 100, 900],
          hookUp: 'vacuum-manifold',
        }),
        errorLimit: larger({ kind: 'percentReading', value: 12 }),
        adjustLimit: null,
      },
    ],
  ]),
  ...group({ area: 'Spray dryer' }, [
    ['PDT-401', 'Cyclone pressure drop', [-7.6, 7.6, 0.15], [0, 3.1], -9, ZERO, DP],
    ['PDT-402', 'Bag filter pressure drop', [-7.6, 7.6, 0.15], [0, 2.4], 19, STEADY, DP],
    [
      'PT-403',
      'Chamber draught',
      [-1.6, 1.6, 0.12],
      [-0.45, 0.15],
      3,
      ZERO,
      { pressureKind: 'differential', errorLimit: ofSpan(0.6), adjustLimit: ofSpan(0.35), intervalMonths: 6 },
    ],
    ['PT-404', 'Nozzle feed', [0, 33, 0.85], [0, 29], 30, SPAN, { ...BAR }],
    ['PDT-405', 'Fluid bed, lower plate', [-7.6, 7.6, 0.15], [2.9, 0], 66, STEADY, DP],
    [
      'FT-407',
      'Fluid-bed air, orifice (root in the transmitter)',
      [-7.6, 7.6, 0.15],
      [0, 2.6],
      81,
      STEADY,
      {
        ...ROOT,
        transfer: { kind: 'root-to-zero', cutOffPercent: 12 },
        displayScale: { lower: 0, upper: 4200, unit: 'kg/h' },
      },
    ],
    ['FT-406', 'Main air flow, averaging tube (root taken in the host)', [-7.6, 7.6, 0.15], [0, 1.35], 74, ZERO, FLOW],
  ]),
  ...group({ area: 'Boiler house' }, [
    [
      'LT-501',
      'Drum level, wet leg',
      [-25, 25, 0.5],
      [-7.35, -1.45],
      -11,
      ZERO,
      { ...LEVEL, ...cell('C-25'), hookUp: 'wet-leg', intervalMonths: 6 },
    ],
    ['FT-502', 'Steam to evaporator (root taken in the host)', [-62.5, 62.5, 1.25], [0, 36], 4, STEADY, FLOW],
    ['PT-503', 'Steam header', [-1, 20.8, 0.52], [0, 14], 22, SPAN, BAR],
    [
      'PI-504',
      'Steam header, local',
      [0, 21, 15],
      [0, 21],
      33,
      { ...STEADY, hysteresis: 0.6, bow: 0.3 },
      { ...DIAL, ...readTo(0.5) },
    ],
    ['PT-505', 'Economiser inlet', [-1, 31, 0.8], [0, 24], 57, STEADY, BAR],
    [
      'PT-506',
      'Furnace draught',
      [-1.6, 1.6, 0.12],
      [-0.3, 0.1],
      88,
      ZERO,
      { pressureKind: 'differential', errorLimit: ofSpan(0.6), adjustLimit: ofSpan(0.35) },
    ],
  ]),
  ...group({ area: 'CIP kitchen' }, [
    [
      'FT-601',
      'CIP supply, orifice (root taken in the host)',
      [-62.5, 62.5, 1.25],
      [0, 27.5],
      7,
      SPAN,
      { ...FLOW, ...cell('C-62'), hostRoot: true, displayScale: { lower: 0, upper: 32, unit: 't/h' } },
    ],
    [
      'LT-602',
      'Caustic tank',
      [-25, 25, 0.5],
      [0.8, 22.4],
      14,
      ZERO,
      { ...LEVEL, ...cell('C-25'), displayScale: { lower: 0, upper: 1.64, unit: 'm' } },
    ],
    ['LT-603', 'Acid tank', [-25, 25, 0.5], [0.8, 20.9], 44, STEADY, LEVEL],
    ['PT-604', 'CIP supply pressure', [-1, 10.4, 0.26], [0, 6.4], 52, STEADY, BAR],
    [
      'PG-605',
      'Ring-main test point, digital',
      [-0.95, 10.5, 11],
      [-0.95, 10.5],
      78,
      STEADY,
      { ...DIGITAL, unit: 'bar' },
    ],
  ]),
  ...group({ area: 'Old pneumatic loops' }, [
    [
      'PDT-701',
      'Whey line orifice, to the old panel',
      [-40, 40, 4.5],
      [0, 24],
      -1,
      OLD,
      { ...PNEUMATIC, ...bellows('long') },
    ],
    ['LT-702', 'Condensate tank, bellows transmitter', [-30, 30, 6], [0, 18], 2, WORN, PNEUMATIC],
    [
      'PT-703',
      'Instrument-air header, repeater',
      [0, 1000, 120],
      [0, 690],
      40,
      OLD,
      { ...PNEUMATIC, pressureKind: 'gauge', kind: 'pneumatic-transmitter' },
    ],
    [
      'PT-705',
      'Boiler feed, force-balance, to the old panel',
      [0, 42, 5],
      [0, 26],
      63,
      OLD,
      {
        ...PNEUMATIC,
        kind: 'pressure-transmitter',
        pressureKind: 'gauge',
        signal: '10-50mA',
        hookUp: 'two-valve',
        unit: 'bar',
      },
    ],
    ['PDT-704', 'Chilled-water strainer', [-40, 40, 4.5], [0, 12.6], 69, OLD, { ...PNEUMATIC, ...bellows('middle') }],
  ]),
  ...group({ area: 'Utilities' }, [
    ['PT-801', 'Compressed-air receiver', [-1, 10.4, 0.26], [0, 8.4], 28, STEADY, { ...BAR, ...KEPT_DRY }],
    [
      'FT-802',
      'Chilled-water flow (root taken in the host)',
      [-62.5, 62.5, 1.25],
      [0, 15.8],
      35,
      ZERO,
      { ...FLOW, unit: 'kPa' },
    ],
    [
      'FT-804',
      'Hot-water ring, orifice (root in the transmitter)',
      [-62.5, 62.5, 1.25],
      [0, 21],
      59,
      STEADY,
      { ...ROOT, transfer: { kind: 'root-with-line', cutOffPercent: 8 } },
    ],
    ['PDT-803', 'Well-water filter', [-248, 248, 6.2], [0, 95], 90, STEADY, { ...DP }],
  ]),
  // Often calibrated and always near their limit: what a reference that was off does to them is worth seeing.
  ...group({ area: 'High-pressure wash', intervalMonths: 3, adjustLimit: ofSpan(0.28) }, [
    ['PT-901', 'Wash ring, far end', [-1, 40, 1], [0, 30], 44, { ...STEADY, zeroDrift: 0.24, spanDrift: 0.72 }, BAR],
    ['PT-902', 'Wash pump 1 discharge', [-1, 40, 1], [0, 28], 52, { ...STEADY, zeroDrift: 0.3, spanDrift: 0.44 }, BAR],
    ['PT-903', 'Wash pump 2 discharge', [-1, 40, 1], [0, 28], 61, { ...STEADY, zeroDrift: -0.3, spanDrift: -0.5 }, BAR],
    ['PT-904', 'Lance supply', [-1, 40, 1], [0, 25], 69, { ...STEADY, zeroDrift: 0.1, spanDrift: 0.2 }, BAR],
    ['PT-905', 'Foam injector', [-1, 25, 0.6], [0, 16], 77, { ...STEADY, zeroDrift: 0.35, spanDrift: 0.5 }, BAR],
    ['PT-906', 'Tanker bay header', [-1, 25, 0.6], [0, 20], 85, { ...STEADY, zeroDrift: -0.1, spanDrift: 0.9 }, BAR],
  ]).map((instrument, index) => ({ ...instrument, seed: 9100 + index })),
  ...group({ area: 'Instrument workshop', ...BENCH_SPARE }, [
    ['PT-951', 'Spare for the CIP supply, at the bench manifold', [-1, 10.4, 0.26], [0, 6], NOT_YET_DAYS, STEADY],
    ['PT-952', 'Spare for the homogeniser oil, at the bench manifold', [-1, 10.4, 0.26], [0, 6], NOT_YET_DAYS, STEADY],
    ['PT-953', 'Spare for reception, at the bench manifold', [-1, 10.4, 0.26], [0, 6], NOT_YET_DAYS, STEADY],
  ]).map((instrument, index) => ({ ...instrument, isNew: true, seed: 9500 + index })),
]
