import { z } from 'zod'
import { boilingWater } from '@/core/steam/boilingWater'
import { liquidWater } from '@/core/steam/liquidWater'
import { saturationPressureMPa } from '@/core/steam/saturation'
import { steam } from '@/core/steam/steam'
import { celsiusOf, kelvinOf } from '@/core/units/celsius'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '@/schema/choices'
import { aboveZero, choice, number, Quantity, quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'
import { IF97 } from '../sources'

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
      kelvinOf(celsius),
    )
    return {
      pressure: quantity(convertPressure(pressureMPa, 'MPa', pressureUnit), pressureUnitLabel(pressureUnit)),
      temperature: quantity(celsiusOf(temperatureK), '°C'),
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
