import { z } from 'zod'
import { capillaryRiseM } from '@/core/pressure/manometer'
import { worked } from '@/core/workings/workings'
import { aboveZero, gravity, quantity, result, zeroOrMore } from '@/schema/field'
import { calculation } from '../calculation'

export const capillaryRise = calculation({
  name: 'capillary-rise',
  group: 'pressure',
  title: 'Rise of a meniscus',
  summary: 'What a clean round tube adds to the height of a liquid that wets it, or takes from one that does not.',
  input: z.object({
    surfaceTension: aboveZero('Surface tension, mN/m'),
    contact: zeroOrMore('Contact angle, °', '0 where it wets the glass'),
    bore: aboveZero('Bore of the tube, mm'),
    density: aboveZero('Density of the liquid, kg/m³'),
    gravity: gravity(),
  }),
  answer: z.object({ rise: result('Rise') }),
  example: { surfaceTension: 71.9, contact: 0, bore: 5.2, density: 997.4, gravity: 9.8107 },
  work: ({ surfaceTension, contact, bore, density, gravity }) => {
    const rise =
      capillaryRiseM({
        surfaceTensionNPerM: surfaceTension / 1000,
        contactDegrees: contact,
        boreM: bore / 1000,
        liquidDensityKgPerM3: density,
        gravityMPerS2: gravity,
      }) * 1000
    return {
      rise: quantity(rise, 'mm'),
      workings: [
        {
          finds: 'rise',
          formula: 'c = 4 · γ · cos φ / (ρ · g · d)',
          from: [
            worked('γ', surfaceTension, 'mN/m'),
            worked('φ', contact, '°'),
            worked('ρ', density, 'kg/m³'),
            worked('d', bore, 'mm'),
          ],
          result: worked('c', rise, 'mm'),
          source: 'Jurin’s law',
        },
      ],
    }
  },
})
