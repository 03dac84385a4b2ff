import { z } from 'zod'
import { coldDensities, drumRange, drumShownPercent, hotDensities } from '@/core/drum/drumLevel'
import { glassShows, trueLevelOfGlass } from '@/core/drum/gaugeGlass'
import { waterDensityAt } from '@/core/level/liquidDensity'
import { boilingWater } from '@/core/steam/boilingWater'
import { liquidWater } from '@/core/steam/liquidWater'
import { saturationPressureMPa, saturationTemperatureK } from '@/core/steam/saturation'
import { steam } from '@/core/steam/steam'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { waterDensityKgPerM3 } from '@/core/units/waterDensity'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '../schema/choices'
import { DrumLevelInput } from '../schema/drum'
import {
  aboveZero,
  barometerHPa,
  choice,
  number,
  optionalResult,
  Quantity,
  quantity,
  result,
  titled,
  waterCelsius,
} from '../schema/field'
import { calculation } from './calculation'

const IF97 = 'IAPWS R7-97(2012), regions 1, 2 and 4'
const HYDROSTATICS = 'hydrostatics'

/** Absolute drum pressure, MPa. */
export const drumMPa = ({
  pressure,
  pressureUnit,
  barometric,
}: Pick<DrumLevelInput, 'pressure' | 'pressureUnit' | 'barometric'>) =>
  convertPressure(pressure, pressureUnit, 'MPa') + convertPressure(barometric, 'hPa', 'MPa')

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
      saturation: quantity(saturationTemperatureK(drumMPa(input)) - 273.15, '°C'),
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
    const glass = liquidWater(pressureMPa, glassCelsius + 273.15).densityKgPerM3
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

export const waterAndSteam = calculation({
  name: 'water-and-steam',
  group: 'drum',
  title: 'Water and steam',
  summary: 'Density, enthalpy, entropy, heat capacity and speed of sound of water, of steam, or of both at saturation.',
  input: z.object({
    state: choice('State', ['liquid water', 'steam', 'boiling at the pressure', 'boiling at the temperature']),
    pressure: aboveZero('Pressure (absolute)'),
    pressureUnit: PressureUnitChoice,
    celsius: number('Temperature, °C'),
  }),
  answer: z.object({
    pressure: result('Pressure (absolute)'),
    temperature: result('Temperature'),
    properties: titled(
      z.array(
        z.object({
          phase: titled(z.string(), 'Phase'),
          density: titled(Quantity, 'Density'),
          enthalpy: titled(Quantity, 'Enthalpy'),
          entropy: titled(Quantity, 'Entropy'),
          heatCapacity: titled(Quantity, 'Heat capacity'),
          soundSpeed: titled(Quantity, 'Speed of sound'),
        }),
      ),
      'Properties',
    ),
  }),
  example: { state: 'boiling at the pressure', pressure: 27.4, pressureUnit: 'bar', celsius: 20 },
  work: ({ state, pressure, pressureUnit, celsius }) => {
    const { pressureMPa, temperatureK, phases } = statesOf(
      state,
      convertPressure(pressure, pressureUnit, 'MPa'),
      celsius + 273.15,
    )
    return {
      pressure: quantity(convertPressure(pressureMPa, 'MPa', pressureUnit), pressureUnitLabel(pressureUnit)),
      temperature: quantity(temperatureK - 273.15, '°C'),
      properties: phases.map(({ phase, of }) => ({
        phase,
        density: quantity(of.densityKgPerM3, 'kg/m³'),
        enthalpy: quantity(of.enthalpyKJPerKg, 'kJ/kg'),
        entropy: quantity(of.entropyKJPerKgK, 'kJ/(kg·K)'),
        heatCapacity: quantity(of.heatCapacityKJPerKgK, 'kJ/(kg·K)'),
        soundSpeed: quantity(of.soundSpeedMPerS, 'm/s'),
      })),
      workings: phases.map(({ phase, of }) => ({
        finds: `density of ${phase}`,
        formula: 'ρ = p / (π · γπ · R · T)',
        from: [worked('p', pressureMPa, 'MPa'), worked('T', temperatureK, 'K')],
        result: worked('ρ', of.densityKgPerM3, 'kg/m³'),
        source: IF97,
      })),
    }
  },
})

type Asked = 'liquid water' | 'steam' | 'boiling at the pressure' | 'boiling at the temperature'

function statesOf(state: Asked, pressureMPa: number, temperatureK: number) {
  switch (state) {
    case 'liquid water':
      return { pressureMPa, temperatureK, phases: [{ phase: 'water', of: liquidWater(pressureMPa, temperatureK) }] }
    case 'steam':
      return { pressureMPa, temperatureK, phases: [{ phase: 'steam', of: steam(pressureMPa, temperatureK) }] }
    case 'boiling at the pressure':
    case 'boiling at the temperature': {
      const at = state === 'boiling at the pressure' ? pressureMPa : saturationPressureMPa(temperatureK)
      const both = boilingWater(at)
      return {
        pressureMPa: at,
        temperatureK: both.temperatureK,
        phases: [
          { phase: 'water', of: both.water },
          { phase: 'steam', of: both.steam },
        ],
      }
    }
    default:
      return state satisfies never
  }
}

export const waterDensity = calculation({
  name: 'water-density',
  group: 'drum',
  title: 'Density of cold water',
  summary: 'Air-free water at atmospheric pressure by the CIPM formula (0 to 40 °C), with IF97 beside it.',
  input: z.object({ celsius: number('Temperature, °C') }),
  answer: z.object({ density: result('Density'), beside: optionalResult('By IF97') }),
  example: { celsius: 17.5 },
  work: ({ celsius }) => {
    const density = waterDensityKgPerM3(celsius)
    const beside = celsius >= 0 ? waterDensityAt(celsius) : null
    return {
      density: quantity(density, 'kg/m³'),
      beside: beside === null ? null : quantity(beside, 'kg/m³'),
      workings: [
        {
          finds: 'density',
          formula: 'ρ = a₅ · (1 − (t + a₁)² · (t + a₂) / (a₃ · (t + a₄)))',
          from: [worked('t', celsius, '°C')],
          result: worked('ρ', density, 'kg/m³'),
          source: 'Tanaka et al., Metrologia 38 (2001) 301, recommended by the CIPM',
        },
      ],
    }
  },
})
