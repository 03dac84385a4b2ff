import { z } from 'zod'
import { coldDensities, drumRange, drumShownPercent, hotDensities } from '@/core/drum/drumLevel'
import { saturationTemperatureK } from '@/core/steam/saturation'
import { celsiusOf } from '@/core/units/celsius'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { DrumLevelInput } from '@/schema/drum'
import { Quantity, quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'
import { IF97 } from '../sources'
import { drumMPa, HYDROSTATICS } from './drumTerms'

export const drumLevel = calculation({
  name: 'drum-level',
  group: 'drum',
  title: 'Boiler drum level, cold and hot',
  summary: 'Cold range, range for operating pressure, and what a cold-calibrated instrument shows at every true level.',
  input: DrumLevelInput,
  answer: z.object({
    coldLrv: result('Cold LRV'),
    coldUrv: result('Cold URV'),
    hotLrv: result('Hot LRV'),
    hotUrv: result('Hot URV'),
    saturation: result('Water boils at'),
    levels: titled(
      z.array(
        z.object({
          trueLevel: titled(Quantity, 'True level'),
          coldShows: titled(Quantity, 'Cold range shows'),
          departure: titled(Quantity, 'Departure'),
        }),
      ),
      'At operating pressure',
    ),
  }),
  example: {
    tapDistance: 0.58,
    gravity: 9.8107,
    pressure: 26.4,
    pressureUnit: 'bar',
    barometric: 988,
    legCelsius: 64,
    ambientCelsius: 19,
    glassBottom: null,
    glassHeight: null,
    unit: 'kPa',
  },
  work: ({ unit, ...input }) => {
    const label = pressureUnitLabel(unit)
    const drum = { tapDistanceM: input.tapDistance, gravityMPerS2: input.gravity }
    const hot = hotDensities({ pressureMPa: drumMPa(input), legCelsius: input.legCelsius })
    const cold = coldDensities(input.ambientCelsius)
    const [coldRange, hotRange] = [drumRange(drum, cold), drumRange(drum, hot)]
    const shown = (pa: number) => quantity(convertPressure(pa, 'Pa', unit), label)
    const levels = [0, 25, 50, 75, 100].map((level) => {
      const coldShows = drumShownPercent(drum, { calibrated: cold, present: hot }, level)
      return {
        trueLevel: quantity(level, '%'),
        coldShows: quantity(coldShows, '%'),
        departure: quantity(coldShows - level, '%'),
      }
    })
    const densities = [
      worked('ρw', hot.waterKgPerM3, 'kg/m³'),
      worked('ρs', hot.steamKgPerM3, 'kg/m³'),
      worked('ρleg', hot.legKgPerM3, 'kg/m³'),
    ]
    return {
      coldLrv: shown(coldRange.lrvPa),
      coldUrv: shown(coldRange.urvPa),
      hotLrv: shown(hotRange.lrvPa),
      hotUrv: shown(hotRange.urvPa),
      saturation: quantity(celsiusOf(saturationTemperatureK(drumMPa(input))), '°C'),
      levels,
      workings: [
        {
          finds: 'absolute drum pressure',
          formula: 'p = gauge + barometric',
          from: [worked('barometric', input.barometric, 'hPa')],
          result: worked('p', drumMPa(input), 'MPa'),
          source: 'definition of gauge pressure',
        },
        ...densities.map((density) => ({
          finds: `density ${density.symbol}`,
          formula: density.symbol === 'ρleg' ? 'ρ(p, t of the leg)' : 'ρ at saturation',
          from: [worked('p', drumMPa(input), 'MPa')],
          result: density,
          source: IF97,
        })),
        {
          finds: 'hot range, 0 %',
          formula: 'Δp₀ = (ρs − ρleg) · g · H',
          from: [...densities, worked('g', input.gravity, 'm/s²'), worked('H', input.tapDistance, 'm')],
          result: worked('Δp₀', convertPressure(hotRange.lrvPa, 'Pa', unit), label),
          source: HYDROSTATICS,
        },
        {
          finds: 'hot range, 100 %',
          formula: 'Δp₁₀₀ = (ρw − ρleg) · g · H',
          from: densities,
          result: worked('Δp₁₀₀', convertPressure(hotRange.urvPa, 'Pa', unit), label),
          source: HYDROSTATICS,
        },
        {
          finds: 'cold range, 0 %',
          formula: 'Δp₀ = −ρcold · g · H',
          from: [worked('ρcold', cold.waterKgPerM3, 'kg/m³')],
          result: worked('Δp₀', convertPressure(coldRange.lrvPa, 'Pa', unit), label),
          source: HYDROSTATICS,
        },
      ],
    }
  },
})
