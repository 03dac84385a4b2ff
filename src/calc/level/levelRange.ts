import { z } from 'zod'
import { columnPa } from '@/core/level/levelColumns'
import { levelRange as rangeOfVessel } from '@/core/level/levelRange'
import { outputTable } from '@/core/range/outputTable'
import { zeroPosition } from '@/core/transfer/calibratedRange'
import { LINEAR } from '@/core/transfer/transfer'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { quantity, result, titled } from '@/schema/field'
import { LevelInput } from '@/schema/vessel'
import { calculation } from '../calculation'
import { OutputRows, outputRows, scaleOf } from '../shared'
import { onVessel } from '../vesselSetUp'
import { HYDROSTATICS } from './levelTerms'

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
