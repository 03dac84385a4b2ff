import { PRESSURE_UNIT_IDS } from './pressureUnit'

/** Names that people write and that say more than a unit, or less; and what is to be written. Common practice, no source. */
const ASKED: readonly (readonly [name: RegExp, asks: string])[] = [
  [/^psi\s?g$|^bar\s?g$/i, 'write the unit alone, psi or bar; that it is gauge is said apart'],
  [/^psi\s?a$|^bar\s?a$/i, 'write the unit alone, psi or bar; that it is absolute is said apart'],
  [/^psi\s?d$/i, 'write psi alone; that it is a difference is said apart'],
  [/^(µ|μ|u)m\s?hg$|^microns?$/i, 'a micron of mercury is a mtorr: write mtorr'],
  [/vac/i, 'vacuum counts down from the air: write inHg or mmHg, gauge, with a minus sign'],
  [/^in(ches)?\s?(w\.?\s?c\.?|h2o|h₂o|aq)$|^"\s?w\.?c\.?$/i, 'of which water: write inH2O@4C, inH2O@60F or inH2O@20C'],
  [/^mm\s?(w\.?\s?c\.?|h2o|h₂o)$/i, 'of which water: write mmH2O@4C, mmH2O@60F or mmH2O@20C'],
  [/^kg(f)?\s?\/?\s?cm(2|²)$/i, 'write kgf/cm2'],
  [/^lbs?\s?\/\s?in(2|²)$/i, 'write psi'],
  [/^mpa$/i, 'MPa is a million pascals and mPa a thousandth of one: write MPa, or the value in Pa'],
]

/** What is to be asked about a name that is no unit Barys knows; null where nothing comes near it. */
export function unitQuestion(name: string): string | null {
  const written = name.trim()
  const asked = ASKED.find(([pattern]) => pattern.test(written))
  if (asked) return asked[1]
  const near = PRESSURE_UNIT_IDS.find((id) => id.toLowerCase() === written.toLowerCase())
  return near ? `write ${near}` : null
}
