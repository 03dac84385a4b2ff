import { addDays, formatISO, subYears } from 'date-fns'
import type { LimitTerm, OwnTerm } from '../../src/core/error/errorLimit'
import { limitAt } from '../../src/core/reference/referenceParts'
import type { Reference, ReferenceCertificate, ReferenceFacts, ReferenceRange } from '../../src/schema/reference'
import { aboutZero, seededRandom } from './random'

const sum = (...terms: (LimitTerm | OwnTerm)[]) => ({ combine: 'sum' as const, terms })
const ofReading = (value: number): LimitTerm => ({ kind: 'percentReading', value })
const ofSpan = (value: number): LimitTerm => ({ kind: 'percentSpan', value })
const id = (number: number) => `7b0c9e14-2f4d-4c86-8a11-53d0f5a0b${String(number).padStart(3, '0')}`
const date = (today: Date, days: number) => formatISO(addDays(today, days), { representation: 'date' })

/** A reference of the creamery and what has become of it, beside what its ranges can do. */
type DemoReference = {
  readonly number: number
  readonly calibratedDaysAgo: number
  readonly kind: ReferenceFacts['kind']
  readonly description: string
  readonly location: string
  readonly media: ReferenceFacts['media']
  readonly ranges: readonly (Pick<
    ReferenceRange,
    'quantity' | 'pressureKind' | 'unit' | 'rangeLow' | 'rangeHigh' | 'accuracy' | 'resolution'
  > &
    Partial<ReferenceRange>)[]
  readonly runsOnBattery?: boolean
  readonly channels?: number
  readonly warmUpMinutes?: number
  /** What it had moved by when it came back last, % of reading; it was adjusted then. */
  readonly foundOffPercent?: number
}

const GAUGE = { quantity: 'pressure', pressureKind: 'gauge' } as const
const ABSOLUTE = { quantity: 'pressure', pressureKind: 'absolute' } as const
const DIFFERENTIAL = { quantity: 'pressure', pressureKind: 'differential' } as const
const ELECTRICAL = { quantity: 'electrical', pressureKind: null } as const
const WORKSHOP = 'Instrument workshop, cabinet 2'
const VACUUM_BENCH = 'Freeze-drying hall, vacuum bench'
const DRY: ReferenceFacts['media'] = ['dry-gas', 'air']

const REFERENCES: readonly DemoReference[] = [
  {
    number: 1,
    calibratedDaysAgo: 92,
    kind: 'indicator',
    description: 'Digital pressure indicator with hand pump',
    location: WORKSHOP,
    media: DRY,
    runsOnBattery: true,
    ranges: [
      {
        ...GAUGE,
        unit: 'kPa',
        rangeLow: -98,
        rangeHigh: 1060,
        overRange: 1400,
        accuracy: sum(ofReading(0.02), ofSpan(0.006)),
        resolution: 0.001,
      },
    ],
  },
  {
    number: 2,
    calibratedDaysAgo: 26,
    kind: 'indicator',
    description: 'Digital pressure indicator with screw press',
    location: WORKSHOP,
    media: ['water'],
    runsOnBattery: true,
    foundOffPercent: 0.094,
    ranges: [
      {
        ...GAUGE,
        unit: 'bar',
        rangeLow: 0,
        rangeHigh: 34,
        overRange: 45,
        accuracy: sum(ofReading(0.02), ofSpan(0.008)),
        resolution: 0.0005,
      },
    ],
  },
  {
    number: 3,
    calibratedDaysAgo: 41,
    kind: 'indicator',
    description: 'Low differential-pressure indicator',
    location: WORKSHOP,
    media: DRY,
    ranges: [
      {
        ...DIFFERENTIAL,
        unit: 'kPa',
        rangeLow: -9,
        rangeHigh: 9,
        accuracy: sum(ofReading(0.03), ofSpan(0.01)),
        resolution: 0.0001,
      },
    ],
  },
  {
    number: 4,
    calibratedDaysAgo: 129,
    kind: 'indicator',
    description: 'Differential-pressure indicator',
    location: WORKSHOP,
    media: DRY,
    runsOnBattery: true,
    ranges: [
      {
        ...DIFFERENTIAL,
        unit: 'kPa',
        rangeLow: -110,
        rangeHigh: 110,
        accuracy: sum(ofReading(0.02), ofSpan(0.005)),
        resolution: 0.001,
        driftPerYear: sum(ofReading(0.008)),
        temperature: { perKelvin: sum(ofReading(0.001)), lowCelsius: 17, highCelsius: 29 },
      },
    ],
  },
  {
    number: 5,
    calibratedDaysAgo: 263,
    kind: 'indicator',
    description: 'Absolute-pressure indicator',
    location: WORKSHOP,
    media: DRY,
    ranges: [
      {
        ...ABSOLUTE,
        unit: 'kPa',
        rangeLow: 0,
        rangeHigh: 170,
        accuracy: sum(ofReading(0.02), ofSpan(0.006)),
        resolution: 0.001,
        knownBy: 'corrected',
        driftFrom: 'history',
      },
    ],
  },
  {
    number: 6,
    calibratedDaysAgo: 77,
    kind: 'meter',
    description: 'Loop meter, current',
    location: WORKSHOP,
    media: [],
    runsOnBattery: true,
    ranges: [
      {
        ...ELECTRICAL,
        unit: 'mA',
        rangeLow: 0,
        rangeHigh: 55,
        accuracy: sum(ofReading(0.01), ofSpan(0.005)),
        driftPerYear: sum(ofReading(0.004)),
        resolution: 0.001,
      },
    ],
  },
  {
    number: 7,
    calibratedDaysAgo: 371,
    kind: 'test-gauge',
    description: 'Test gauge for pneumatic signals',
    location: 'Instrument workshop, bench',
    media: ['air'],
    ranges: [{ ...GAUGE, unit: 'kPa', rangeLow: 0, rangeHigh: 160, accuracy: sum(ofSpan(0.1)), resolution: 0.1 }],
  },
  {
    number: 8,
    calibratedDaysAgo: 346,
    kind: 'vacuum',
    description: 'Capacitance-diaphragm vacuum indicator',
    location: VACUUM_BENCH,
    media: ['dry-gas'],
    warmUpMinutes: 60,
    ranges: [
      {
        ...ABSOLUTE,
        unit: 'hPa',
        rangeLow: 0,
        rangeHigh: 14,
        accuracy: sum(ofReading(0.15), ofSpan(0.005)),
        driftPerYear: sum(ofReading(0.06)),
        resolution: 0.0001,
      },
    ],
  },
  {
    number: 9,
    calibratedDaysAgo: 150,
    kind: 'vacuum',
    description: 'Capacitance-diaphragm vacuum indicator, low',
    location: VACUUM_BENCH,
    media: ['dry-gas'],
    warmUpMinutes: 60,
    ranges: [
      {
        ...ABSOLUTE,
        unit: 'hPa',
        rangeLow: 0,
        rangeHigh: 1.35,
        accuracy: sum(ofReading(0.4), { kind: 'floor', value: 0.00002 }),
        resolution: 0.00001,
      },
    ],
  },
  {
    number: 10,
    calibratedDaysAgo: 150,
    kind: 'barometer',
    description: 'Barometer and rough-vacuum indicator',
    location: VACUUM_BENCH,
    media: DRY,
    ranges: [
      {
        ...ABSOLUTE,
        unit: 'hPa',
        rangeLow: 0,
        rangeHigh: 1150,
        accuracy: sum(ofReading(0.05), { kind: 'floor', value: 0.02 }),
        resolution: 0.01,
      },
    ],
  },
  {
    number: 11,
    calibratedDaysAgo: 18,
    kind: 'manometer',
    description: 'Water manometer, one limb in a well',
    location: 'Instrument workshop, wall',
    media: ['air'],
    ranges: [
      {
        ...DIFFERENTIAL,
        unit: 'mmH2O@20C',
        rangeLow: 0,
        rangeHigh: 330,
        accuracy: sum({ kind: 'floor', value: 0.4 }),
        resolution: 0.5,
      },
    ],
  },
  {
    number: 12,
    calibratedDaysAgo: 61,
    kind: 'gauge-glass',
    description: 'Gauge glass of the boiler drum, cold',
    location: 'Boiler house, drum',
    media: ['water'],
    ranges: [
      {
        ...DIFFERENTIAL,
        unit: 'kPa',
        rangeLow: -8,
        rangeHigh: 0,
        accuracy: sum({ kind: 'floor', value: 0.01 }),
        resolution: 0.005,
      },
    ],
  },
  {
    number: 13,
    calibratedDaysAgo: 188,
    kind: 'modules',
    description: 'Field indicator with two pressure modules and a current input',
    location: 'Field case',
    media: ['dry-gas', 'air', 'water'],
    runsOnBattery: true,
    channels: 2,
    ranges: [
      {
        ...GAUGE,
        mark: 'A',
        serialNumber: 'TH-6611-A',
        unit: 'kPa',
        rangeLow: -90,
        rangeHigh: 240,
        overRange: 480,
        accuracy: sum(ofSpan(0.035)),
        resolution: 0.01,
      },
      {
        ...GAUGE,
        mark: 'B',
        serialNumber: 'TH-6611-B',
        unit: 'bar',
        rangeLow: 0,
        rangeHigh: 18,
        overRange: 27,
        accuracy: sum(ofSpan(0.035)),
        resolution: 0.001,
      },
      {
        ...ELECTRICAL,
        mark: 'mA',
        unit: 'mA',
        rangeLow: 0,
        rangeHigh: 24,
        accuracy: sum(ofReading(0.02), { kind: 'steps', value: 3, step: 0.001 }),
        resolution: 0.001,
      },
    ],
  },
  {
    number: 14,
    calibratedDaysAgo: 402,
    kind: 'dead-weight',
    description: 'Dead-weight tester, oil',
    location: 'Metrology room',
    media: ['oil'],
    ranges: [
      {
        ...GAUGE,
        unit: 'bar',
        rangeLow: 1,
        rangeHigh: 62,
        accuracy: sum(ofReading(0.009)),
        resolution: 0.0001,
        knownBy: 'certificate',
      },
    ],
  },
  {
    number: 15,
    calibratedDaysAgo: 77,
    kind: 'sense-resistor',
    description: 'Precision resistor for host checks',
    location: WORKSHOP,
    media: [],
    ranges: [
      {
        quantity: 'resistance',
        pressureKind: null,
        unit: 'Ω',
        rangeLow: 0,
        rangeHigh: 260,
        accuracy: sum(ofReading(0.01)),
        resolution: 0.001,
      },
    ],
  },
  {
    number: 16,
    calibratedDaysAgo: 64,
    kind: 'controller',
    description: 'Pressure controller, bench, read over the network',
    location: WORKSHOP,
    media: DRY,
    ranges: [
      {
        ...GAUGE,
        unit: 'bar',
        rangeLow: -1,
        rangeHigh: 10,
        overRange: 12,
        accuracy: sum(ofSpan(0.03)),
        resolution: 0.0001,
      },
    ],
  },
]

/** How often each kind goes to the laboratory, in years. */
const YEARS_BETWEEN = (kind: ReferenceFacts['kind']) => (kind === 'dead-weight' || kind === 'sense-resistor' ? 2 : 1)
/** Enough for the oldest run of the demo. */
const CERTIFICATES = 4
const SHARES_OF_RANGE = [0, 0.2, 0.4, 0.6, 0.8, 1]

/** The invented references of the creamery with their certificates; dates lie relative to the day the demo is loaded. */
export const demoReferences = (today: Date): Reference[] => REFERENCES.map((each) => demoReference(each, today))

function demoReference(demo: DemoReference, today: Date): Reference {
  const { number, kind, description, location, media, runsOnBattery = false, channels = 1, warmUpMinutes = null } = demo
  const referenceId = id(number)
  const ranges = demo.ranges.map(
    (range, index): ReferenceRange => ({
      id: index === 0 ? referenceId : id(number + 100 * index),
      mark: '',
      serialNumber: '',
      overRange: null,
      knownBy: 'accuracy',
      driftFrom: 'declared',
      driftPerYear: null,
      temperature: null,
      gravityMPerS2: null,
      piston: null,
      isRemoved: false,
      ...range,
    }),
  )
  return {
    id: referenceId,
    code: `R-${String(number).padStart(2, '0')}`,
    version: 1,
    whereabouts: null,
    facts: {
      kind,
      description,
      maker: '',
      model: '',
      serialNumber: `TH-${6120 + number * 37}`,
      location,
      media,
      warmUpMinutes,
      runsOnBattery,
      channels,
      ranges,
    },
    certificates: demoCertificates(demo, ranges, today),
  }
}

/** The newest first: each a little off the one before it, as instruments of their kind go. */
function demoCertificates(demo: DemoReference, ranges: readonly ReferenceRange[], today: Date): ReferenceCertificate[] {
  const { number, kind, calibratedDaysAgo, foundOffPercent } = demo
  const random = seededRandom(7000 + number)
  const years = YEARS_BETWEEN(kind)
  const drifts = ranges.map(() => 0.25 * aboutZero(random))
  return Array.from({ length: CERTIFICATES }, (_, index): ReferenceCertificate => {
    const calibratedOn = formatISO(subYears(addDays(today, -calibratedDaysAgo), index * years), {
      representation: 'date',
    })
    const isElectrical = ranges[0]?.quantity !== 'pressure'
    return {
      id: `5c1d7a90-6b3e-4f42-9d08-${String(number).padStart(4, '0')}${String(index).padStart(8, '0')}`,
      number: `THC-${2400 + number * 17 - index * 211}`,
      laboratory: isElectrical ? 'Alder Weir metrology, electrical bench' : 'Alder Weir metrology, pressure bench',
      accreditation: isElectrical ? 'AW-E 118' : 'AW-P 117',
      calibratedOn,
      dueOn: date(subYears(addDays(today, -calibratedDaysAgo), index * years), 365 * years),
      ranges: ranges.map((range, place) => {
        const age = CERTIFICATES - 1 - index
        const share = (drifts[place] ?? 0) * age
        const wasAdjusted = index === 0 && foundOffPercent !== undefined
        return {
          rangeId: range.id,
          coverageFactor: 2,
          uncertainty: null,
          points: pointsOf(range, wasAdjusted ? 0 : share, random),
          found: wasAdjusted
            ? pointsOf(range, share, random).map((point) => ({
                ...point,
                correction: rounded(point.correction - (foundOffPercent / 100) * point.indicated, range),
              }))
            : [],
        }
      }),
      recordSequence: null,
      document: null,
      enteredAt: `${calibratedOn}T09:00:00.000Z`,
      enteredBy: null,
    }
  })
}

/** Points over a range, off by a share of its accuracy and some scatter; U is a third of the accuracy. */
function pointsOf(range: ReferenceRange, share: number, random: () => number) {
  return SHARES_OF_RANGE.map((place) => {
    const indicated = Number((range.rangeLow + place * (range.rangeHigh - range.rangeLow)).toPrecision(6))
    const accuracy = limitAt(indicated, range.accuracy, range) || range.resolution
    return {
      indicated,
      correction: rounded(accuracy * (share + 0.12 * aboutZero(random)), range),
      uncertainty: Number((accuracy / 3).toPrecision(2)),
    }
  })
}

/** A laboratory gives one digit more than the device shows. */
const rounded = (value: number, { resolution }: ReferenceRange) =>
  Number((Math.round((value / resolution) * 10) * (resolution / 10)).toPrecision(8)) || 0
