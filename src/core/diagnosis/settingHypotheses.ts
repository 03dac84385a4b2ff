import { rootPercent } from '../transfer/transfer'
import { convertPressure, PRESSURE_UNITS, type PressureUnit, pressureUnitLabel } from '../units/pressureUnit'
import { WATER_DENSITY_KG_PER_M3, type WaterReference } from '../units/waterColumnDensity'
import { channelsRead, type DiagnosisData, type Hypothesis, parameter, signed } from './hypothesis'

/** Root once too often or not at all, range set differently, acting the wrong way round. */
export function settingHypotheses({ readings, context, curve }: DiagnosisData): Hypothesis[] {
  const isRoot = context.transfer.kind === 'root-to-zero' || context.transfer.kind === 'root-with-line'
  const read = channelsRead(readings)
  const fixed = (hypothesis: Pick<Hypothesis, 'cause' | 'transmit' | 'drive'>, words: string): Hypothesis => ({
    ...hypothesis,
    parameters: [],
    choicePenalty: 0,
    says: () => words,
  })
  const rootAgain = isRoot
    ? [
        fixed(
          { cause: 'root-twice', transmit: (pv) => curve.forward(curve.forward(pv)) },
          'two roots from pressure to output',
        ),
        ...(read.ao
          ? [fixed({ cause: 'root-twice', drive: (ao) => curve.forward(ao) }, 'a second root after the transmitter')]
          : []),
        fixed({ cause: 'root-missing', transmit: (pv) => pv }, 'the output follows the pressure, not its root'),
      ]
    : [fixed({ cause: 'root-twice', transmit: (pv) => rootPercent(pv) }, 'a root where the register has none')]
  return [
    ...rootAgain,
    fixed({ cause: 'reverse-action', transmit: (pv) => curve.forward(100 - pv) }, 'full output at LRV, none at URV'),
    ...rangeHypotheses(curve.forward, read.pv ? 0 : DRIFT_IS_COMMONER),
  ]
}

/** Without PV a small wrong range and a drift look the same; drift is far commoner. Common practice, no source. */
const DRIFT_IS_COMMONER = 10

const URV = { ...parameter(110, 5, 500), otherStarts: [30, 60, 80, 150, 220, 350] }

/** LRV, URV or both are not those of the register: the output is in proportion, to another range. */
function rangeHypotheses(forward: (x: number) => number, choicePenalty: number): Hypothesis[] {
  const range = (count: 1 | 2, ends: (p: readonly number[]) => [lrv: number, urv: number]): Hypothesis => ({
    cause: 'range-differs',
    parameters: count === 1 ? [URV] : [URV, parameter(0, -200, 200)],
    choicePenalty,
    transmit: (pv, p) => {
      const [lrv, urv] = ends(p)
      const width = urv - lrv
      return forward(((pv - lrv) / (Math.abs(width) < 1 ? 1 : width)) * 100)
    },
    says: (p) => {
      const [lrv, urv] = ends(p)
      return `set as if 0 % were at ${lrv.toFixed(1)} % and 100 % at ${urv.toFixed(1)} % of the register's span`
    },
  })
  return [range(1, ([urv = 100]) => [0, urv]), range(2, ([urv = 100, lrv = 0]) => [lrv, urv])]
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

/** The instrument works in another unit than the register: every reading is off by the ratio of the two. */
export function unitHypotheses({ context }: DiagnosisData): Hypothesis[] {
  const others = COMMON_UNITS.map((unit) => ({ unit, ratio: convertPressure(1, context.unit, unit) })).filter(
    ({ ratio }) => Math.abs(Math.log(ratio)) > 0.004 && ratio < 120 && ratio > 1 / 120,
  )
  const zero = context.zeroPressurePercent
  return others.flatMap(({ unit, ratio }) =>
    // Either the instrument shows the other unit's number as the register's, or the other way about.
    [ratio, 1 / ratio].map(
      (factor): Hypothesis => ({
        cause: 'wrong-unit',
        parameters: [],
        choicePenalty: 2 * Math.log(2 * others.length),
        sensor: (x) => zero + (x - zero) * factor,
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
  return WATERS.filter((water) => water !== own).map((water): Hypothesis => {
    const factor = WATER_DENSITY_KG_PER_M3[own] / WATER_DENSITY_KG_PER_M3[water]
    return {
      cause: 'water-reference',
      parameters: [],
      choicePenalty: 2 * Math.log(2),
      sensor: (x) => zero + (x - zero) * factor,
      says: () => `off by ${signed((factor - 1) * 100, 3)} %, as water at ${water} against ${own}`,
    }
  })
}
