import { z } from 'zod'
import { columnPa } from '@/core/level/levelColumns'
import { levelAtPressureM, levelRange as rangeOfVessel } from '@/core/level/levelRange'
import { densityAtTemperature, densityFromRelative } from '@/core/level/liquidDensity'
import { outputTable } from '@/core/range/outputTable'
import { zeroPosition } from '@/core/transfer/calibratedRange'
import { LINEAR } from '@/core/transfer/transfer'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { convertQuantity } from '@/core/units/quantity'
import { WATER_DENSITY_KG_PER_M3, type WaterReference } from '@/core/units/waterColumnDensity'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '../schema/choices'
import { aboveZero, choice, number, quantity, result, titled } from '../schema/field'
import { LevelInput, Vessel } from '../schema/vessel'
import { calculation } from './calculation'
import { OutputRows, outputRows, scaleOf } from './shared'
import { onVessel } from './vesselSetUp'

const HYDROSTATICS = 'hydrostatics: p = ρ·g·h, column by column'

export const levelRange = calculation({
  name: 'level-range',
  group: 'level',
  title: 'Range of a level instrument',
  summary: 'LRV and URV from the vessel: open, closed with dry or filled leg, seals, interface, bubbler, standpipe.',
  input: LevelInput,
  answer: z.object({
    lrv: result('LRV'),
    urv: result('URV'),
    span: result('Span'),
    zero: titled(z.string(), 'Zero'),
    rows: OutputRows,
  }),
  example: {
    heightUnit: 'm',
    densityUnit: 'kg/m3',
    gravity: 9.8107,
    vessel: {
      kind: 'wet-leg',
      density: 1028,
      lowerTap: 0.35,
      sensor: -0.4,
      levelAt0: 0.35,
      levelAt100: 5.6,
      upperTap: 5.9,
      gasDensity: 0,
      lineDensity: null,
      legDensity: 942,
    },
    unit: 'kPa',
    signal: '4-20mA',
    display: { lower: 0, upper: 5.25, unit: 'm' },
  },
  named: { 'vessel.display': 'display' },
  work: ({ unit, signal, display, ...vessel }) =>
    onVessel(vessel, (setUp) => {
      const { lrvPa, urvPa, columnsAt0, columnsAt100 } = rangeOfVessel(setUp)
      const label = pressureUnitLabel(unit)
      const range = { lrv: convertPressure(lrvPa, 'Pa', unit), urv: convertPressure(urvPa, 'Pa', unit), unit }
      const steps = (at: string, columns: typeof columnsAt0, symbol: string, sum: number) => [
        ...columns.map((column) => ({
          finds: `${at}: ${column.what}, ${column.side} side`,
          formula: column.side === 'high' ? 'p = ρ · g · h' : 'p = −ρ · g · h',
          from: [
            worked('ρ', column.densityKgPerM3, 'kg/m³'),
            worked('g', setUp.gravityMPerS2, 'm/s²'),
            worked('h', column.heightM, 'm'),
          ],
          result: worked('p', convertPressure(columnPa(column, setUp.gravityMPerS2), 'Pa', unit), label),
          source: HYDROSTATICS,
        })),
        {
          finds: at,
          formula: `${symbol} = Σ p`,
          from: [],
          result: worked(symbol, sum, label),
          source: HYDROSTATICS,
        },
      ]
      return {
        lrv: quantity(range.lrv, label),
        urv: quantity(range.urv, label),
        span: quantity(range.urv - range.lrv, label),
        zero: zeroPosition(range),
        rows: outputRows(outputTable({ range, scale: scaleOf(signal, range), transfer: LINEAR, display }), {
          range,
          signal,
          display,
        }),
        workings: [
          ...steps('pressure at 0 %', columnsAt0, 'LRV', range.lrv),
          ...steps('pressure at 100 %', columnsAt100, 'URV', range.urv),
        ],
      }
    }),
})

export const levelFromPressure = calculation({
  name: 'level-from-pressure',
  group: 'level',
  title: 'Level from a pressure',
  summary: 'The level that makes a pressure at the instrument, for any arrangement: to check a reading against a dip.',
  input: Vessel.extend({ pressure: number('Pressure at the instrument'), unit: PressureUnitChoice }),
  answer: z.object({
    level: result('Level, over the datum'),
    percent: result('Of the measured span'),
    notice: titled(z.string().nullable(), 'Note'),
  }),
  example: {
    heightUnit: 'm',
    densityUnit: 'kg/m3',
    gravity: 9.8107,
    vessel: {
      kind: 'open',
      density: 1341,
      lowerTap: 0.11,
      sensor: 0.05,
      levelAt0: 0.11,
      levelAt100: 1.75,
      lineDensity: null,
    },
    pressure: 13.4,
    unit: 'kPa',
  },
  work: ({ pressure, unit, ...vessel }) =>
    onVessel(vessel, (setUp) => {
      const { lrvPa, urvPa } = rangeOfVessel(setUp)
      const pressurePa = convertPressure(pressure, unit, 'Pa')
      const levelM = levelAtPressureM(setUp, pressurePa)
      const level = convertQuantity(levelM, 'length', { from: 'm', to: vessel.heightUnit })
      const percent = ((pressurePa - lrvPa) / (urvPa - lrvPa)) * 100
      return {
        level: quantity(level, vessel.heightUnit),
        percent: quantity(percent, '%'),
        notice: beyondSpan(percent),
        workings: [
          {
            finds: 'level',
            formula: 'h = h₀ + (p − LRV) / (URV − LRV) · (h₁₀₀ − h₀)',
            from: [
              worked('p', pressure, pressureUnitLabel(unit)),
              worked('LRV', convertPressure(lrvPa, 'Pa', unit), pressureUnitLabel(unit)),
              worked('URV', convertPressure(urvPa, 'Pa', unit), pressureUnitLabel(unit)),
            ],
            result: worked('h', level, vessel.heightUnit),
            source: HYDROSTATICS,
          },
        ],
      }
    }),
})

/** A level that the range was not made for; up to a millionth of the span is rounding. */
function beyondSpan(percent: number): string | null {
  if (percent > 100 + 1e-6)
    return 'above the measured span: the signal stops near its upper end, so that the instrument cannot tell how far; check pressure and arrangement, or by dip'
  if (percent < -1e-6)
    return 'below the measured span: the instrument cannot tell how far; check pressure and arrangement, or by dip'
  return null
}

const WATERS = Object.keys(WATER_DENSITY_KG_PER_M3) as [WaterReference, ...WaterReference[]] // keys of a const object

export const liquidDensity = calculation({
  name: 'liquid-density',
  group: 'level',
  title: 'Density from relative density, at another temperature',
  summary: 'Relative density against the water it was measured with, and what the liquid expands by.',
  input: z.object({
    relativeDensity: aboveZero('Relative density'),
    water: choice('Against water at', WATERS),
    measuredAt: number('Measured at, °C'),
    expansion: number('Cubic expansion, 1/K'),
    wantedAt: number('Wanted at, °C'),
  }),
  answer: z.object({ measured: result('Density as measured'), wanted: result('Density as wanted') }),
  example: { relativeDensity: 1.0315, water: '20 °C', measuredAt: 20, expansion: 0.00038, wantedAt: 6 },
  named: { expansionPerK: 'expansion' },
  work: ({ relativeDensity, water, measuredAt, expansion, wantedAt }) => {
    const measured = densityFromRelative(relativeDensity, water)
    const known = { densityKgPerM3: measured, celsius: measuredAt, expansionPerK: expansion }
    const wanted = densityAtTemperature(known, wantedAt)
    return {
      measured: quantity(measured, 'kg/m³'),
      wanted: quantity(wanted, 'kg/m³'),
      workings: [
        {
          finds: 'density as measured',
          formula: 'ρ₀ = d · ρwater',
          from: [worked('d', relativeDensity, ''), worked('ρwater', WATER_DENSITY_KG_PER_M3[water], 'kg/m³')],
          result: worked('ρ₀', measured, 'kg/m³'),
          source: 'definition of relative density',
        },
        {
          finds: 'density as wanted',
          formula: 'ρ = ρ₀ / (1 + β · (t − t₀))',
          from: [
            worked('ρ₀', measured, 'kg/m³'),
            worked('β', expansion, '1/K'),
            worked('t', wantedAt, '°C'),
            worked('t₀', measuredAt, '°C'),
          ],
          result: worked('ρ', wanted, 'kg/m³'),
          source: 'definition of the mean cubic expansion',
        },
      ],
    }
  },
})
