import { z } from 'zod'
import { glassShows, trueLevelOfGlass } from '@/core/drum/gaugeGlass'
import { boilingWater } from '@/core/steam/boilingWater'
import { liquidWater } from '@/core/steam/liquidWater'
import { kelvinOf } from '@/core/units/celsius'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '@/schema/choices'
import { barometerHPa, number, quantity, result, waterCelsius } from '@/schema/field'
import { calculation } from '../calculation'
import { IF97 } from '../sources'
import { drumMPa, HYDROSTATICS } from './drumTerms'

export const gaugeGlass = calculation({
  name: 'gauge-glass',
  group: 'drum',
  title: 'Gauge glass colder than the drum',
  summary: 'The true level from what a glass shows, whose water is colder and therefore denser.',
  input: z.object({
    shown: number('Glass shows, %'),
    pressure: number('Drum pressure (gauge)'),
    pressureUnit: PressureUnitChoice,
    barometric: barometerHPa(),
    glassCelsius: waterCelsius('Water in the glass, °C'),
  }),
  answer: z.object({
    trueLevel: result('True level'),
    glassTooLow: result('Glass shows too little by'),
    atHalf: result('At a true 50 % it shows'),
  }),
  example: { shown: 47, pressure: 26.4, pressureUnit: 'bar', barometric: 988, glassCelsius: 165 },
  work: ({ shown, glassCelsius, ...at }) => {
    const pressureMPa = drumMPa(at)
    const { water, steam: vapour } = boilingWater(pressureMPa)
    const glass = liquidWater(pressureMPa, kelvinOf(glassCelsius)).densityKgPerM3
    const density = {
      drumWaterKgPerM3: water.densityKgPerM3,
      steamKgPerM3: vapour.densityKgPerM3,
      glassWaterKgPerM3: glass,
    }
    const level = trueLevelOfGlass(shown, density)
    return {
      trueLevel: quantity(level, '%'),
      glassTooLow: quantity(level - shown, '%'),
      atHalf: quantity(glassShows(50, density), '%'),
      workings: [
        {
          finds: 'true level',
          formula: 'h = hg · (ρglass − ρs) / (ρw − ρs)',
          from: [
            worked('hg', shown, '%'),
            worked('ρglass', glass, 'kg/m³'),
            worked('ρs', vapour.densityKgPerM3, 'kg/m³'),
            worked('ρw', water.densityKgPerM3, 'kg/m³'),
          ],
          result: worked('h', level, '%'),
          source: `${HYDROSTATICS}; densities by ${IF97}`,
        },
      ],
    }
  },
})
