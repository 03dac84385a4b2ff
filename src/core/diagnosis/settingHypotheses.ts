import { formatFixed } from '../format/formatNumber'
import { rootPercent } from '../transfer/transfer'
import { convertPressure, PRESSURE_UNITS, type PressureUnit, pressureUnitLabel } from '../units/pressureUnit'
import { WATER_DENSITY_KG_PER_M3, type WaterReference } from '../units/waterColumnDensity'
import { channelsRead, type DiagnosisData, type Hypothesis, parameter, signed } from './hypothesis'

/** Root once too often or not at all, range set differently, acting the wrong way round, sides swapped. */
export function settingHypotheses({ readings, context, curve }: DiagnosisData): Hypothesis[] {
  const isRoot = context.transfer.kind === 'root-to-zero' || context.transfer.kind === 'root-with-line'
  const read = channelsRead(readings)
  const zero = context.zeroPressurePercent
  const fixed = (
    hypothesis: Pick<Hypothesis, 'cause' | 'sensor' | 'transmit' | 'drive'>,
    weight: number,
    words: string,
  ): Hypothesis => ({ ...hypothesis, parameters: [], weight, says: () => words })
  const rootAgain = isRoot
    ? [
        fixed(
          { cause: 'root-twice', transmit: (pv) => curve.forward(curve.forward(pv)) },
          read.ao ? 0.5 : 1,
          'two roots from pressure to output',
        ),
        ...(read.ao
          ? [
              fixed(
                { cause: 'root-twice', drive: (ao) => curve.forward(ao) },
                0.5,
                'a second root after the transmitter',
              ),
            ]
          : []),
        fixed({ cause: 'root-missing', transmit: (pv) => pv }, 1, 'the output follows the pressure, not its root'),
      ]
    : [fixed({ cause: 'root-twice', transmit: (pv) => rootPercent(pv) }, 1, 'a root where the register has none')]
  return [
    ...rootAgain,
    fixed({ cause: 'reverse-action', transmit: (pv) => curve.forward(100 - pv) }, 1, 'full output at LRV, none at URV'),
    ...(context.hasTwoSides === false
      ? []
      : [
          fixed(
            { cause: 'sides-swapped', sensor: (x) => 2 * zero - x },
            1,
            'the sensor feels the pressure with the wrong sign: the output falls to its end while the pressure rises',
          ),
        ]),
    ...(context.isRangeable === false ? [] : rangeHypotheses(curve.forward, context)),
  ]
}

/** No range is narrower, % of the register's span, nor begins above its middle: there nothing of it would show. Ours. */
const NARROWEST = 5
const HIGHEST_LRV = 50

/**
 * LRV, URV or both are not those of the register: the output is in proportion, to another range. A slip of the setting is
 * small (102 for 100) or another range altogether.
 */
function rangeHypotheses(
  forward: (x: number) => number,
  { hasFailureLevels: isDigital, sensorLimits }: DiagnosisData['context'],
): Hypothesis[] {
  const range = (
    weight: number,
    parameters: Hypothesis['parameters'],
    ends: (p: readonly number[]) => [lrv: number, urv: number],
  ): Hypothesis => ({
    cause: 'range-differs',
    parameters,
    weight,
    transmit: (pv, p) => {
      const [lrv, urv] = ends(p)
      return forward(((pv - lrv) / Math.max(NARROWEST, urv - lrv)) * 100)
    },
    says: (p) => {
      const [lrv, urv] = ends(p)
      return `set as if 0 % were at ${formatFixed(lrv, 1)} % and 100 % at ${formatFixed(urv, 1)} % of the register's span`
    },
  })
  // A range ends where its sensor does.
  const ends = sensorLimits ?? { low: -200, high: 500 }
  const far = { ...parameter(110, 90, 5, Math.min(500, ends.high)), otherStarts: [30, 60, 80, 150, 220, 350] }
  const lower = parameter(0, 40, Math.max(-200, ends.low), Math.min(HIGHEST_LRV, ends.high))
  const near = parameter(100, 6, 80, 125)
  return [
    // With screws a small wrong range is a span error and nothing else.
    ...(isDigital ? [range(0.2, [near], ([urv = 100]) => [0, urv])] : []),
    range(0.45, [far], ([urv = 100]) => [0, urv]),
    range(0.35, [far, lower], ([urv = 100, lrv = 0]) => [lrv, urv]),
  ]
}

const COMMON_UNITS: readonly PressureUnit[] = [
  'Pa',
  'kPa',
  'MPa',
  'mbar',
  'bar',
  'kgf/cm2',
  'psi',
  'inH2O@20C',
  'mmH2O@20C',
  'mmHg',
  'inHg',
  'torr',
]

/** A ratio nearer to one than this is of two names of one size: bar and kgf/cm² are 2 % apart, mmHg and torr nothing. */
const LEAST_RATIO = 1.005

/** Units that a unit is mixed up with, and how large it is in each; those too near or too far to be taken for it left out. */
export const unitRatios = (own: PressureUnit): readonly { readonly unit: PressureUnit; readonly ratio: number }[] =>
  COMMON_UNITS.map((unit) => ({ unit, ratio: convertPressure(1, own, unit) })).filter(
    ({ ratio }) => Math.abs(Math.log(ratio)) > Math.log(LEAST_RATIO) && ratio < 120 && ratio > 1 / 120,
  )

/** Instrument or reference stand on another unit than the register: every reading is off by the ratio of the two. */
export function unitHypotheses({ context }: DiagnosisData): Hypothesis[] {
  const ratios = unitRatios(context.unit)
  const zero = context.zeroPressurePercent
  return ratios.flatMap(({ unit, ratio }) =>
    // Either the instrument shows the other unit's number as the register's, or the other way about.
    [ratio, 1 / ratio].map(
      (factor): Hypothesis => ({
        cause: 'wrong-unit',
        parameters: [],
        weight: 1 / (2 * ratios.length),
        sensor: (x) => zero + (x - zero) * factor,
        // What the sensor scatters by is told in the other unit too.
        extraNoise: () => (factor > 1 ? context.noisePercent * Math.sqrt(factor ** 2 - 1) : 0),
        says: () =>
          `every reading ${factor.toPrecision(4)} times what was applied: ${pressureUnitLabel(unit)} and ${pressureUnitLabel(context.unit)} mixed up`,
      }),
    ),
  )
}

const WATERS = Object.keys(WATER_DENSITY_KG_PER_M3) as WaterReference[] // keys of a const object

/** Water columns of another reference temperature: about 0.18 % between 4 °C and 20 °C. */
export function waterHypotheses({ context }: DiagnosisData): Hypothesis[] {
  if (PRESSURE_UNITS[context.unit].group !== 'water column') return []
  const zero = context.zeroPressurePercent
  const own = WATERS.find((water) => pressureUnitLabel(context.unit).includes(water)) ?? '20 °C'
  const others = WATERS.filter((water) => water !== own)
  return others.map((water): Hypothesis => {
    const factor = WATER_DENSITY_KG_PER_M3[own] / WATER_DENSITY_KG_PER_M3[water]
    return {
      cause: 'water-reference',
      parameters: [],
      weight: 1 / others.length,
      sensor: (x) => zero + (x - zero) * factor,
      says: () => `off by ${signed((factor - 1) * 100, 3)} %, as water at ${water} against ${own}`,
    }
  })
}
