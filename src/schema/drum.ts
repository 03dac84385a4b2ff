import { z } from 'zod'
import { PressureUnitChoice } from './choices'
import { barometerHPa, gravity, number, optionalNumber, titled, waterCelsius } from './field'

/** A boiler drum and the water in it, as it is typed. */
export const drumInput = {
  tapDistance: titled(
    z.number().gt(0, 'must be above zero').lte(20, 'is more than a drum is tall: enter metres'),
    'Steam tap over water tap, m',
  ),
  gravity: gravity(),
  pressure: number('Drum pressure (gauge)'),
  pressureUnit: PressureUnitChoice,
  barometric: barometerHPa(),
  legCelsius: waterCelsius('Reference leg, °C'),
  ambientCelsius: waterCelsius('Cold water, °C'),
  /** Left out: the glass ends where the taps do. */
  glassBottom: optionalNumber('Glass bottom over tap, m').optional(),
  glassHeight: optionalNumber('Glass height, m').optional(),
}
/** What the ranges of a drum follow from. */
export const DrumLevelInput = z.object({ ...drumInput, unit: titled(PressureUnitChoice, 'Ranges in') })
export type DrumLevelInput = z.infer<typeof DrumLevelInput>
