/** Molar gas constant, J/(mol·K). Source: CODATA 2018, exact. */
export const GAS_CONSTANT = 8.314462618
/** Heat capacities of air and nitrogen as ideal two-atomic gases: cp/cv. */
export const GAMMA = 1.4
const CV = GAS_CONSTANT / (GAMMA - 1)
const CP = CV + GAS_CONSTANT

/** Gas shut in somewhere: how much, how warm, in how much room. */
export type Gas = { readonly mol: number; readonly kelvin: number; readonly volumeM3: number }

/** Absolute pressure, Pa. Source: ideal gas. */
export const pressureOf = ({ mol, kelvin, volumeM3 }: Gas): number => (mol * GAS_CONSTANT * kelvin) / volumeM3

/** Gas of a pressure and temperature in a room. */
export const gasAt = (pa: number, kelvin: number, volumeM3: number): Gas => ({
  mol: (pa * volumeM3) / (GAS_CONSTANT * kelvin),
  kelvin,
  volumeM3,
})

/** Several rooms opened to each other: what was in them is kept, mass and heat; each then holds its share of it. */
export function mixed(parts: readonly Gas[]): Gas[] {
  const mol = parts.reduce((sum, part) => sum + part.mol, 0)
  const volume = parts.reduce((sum, { volumeM3 }) => sum + volumeM3, 0)
  const warmth = parts.reduce((sum, part) => sum + part.mol * part.kelvin, 0)
  const kelvin = mol > 0 ? warmth / mol : (parts[0]?.kelvin ?? 0)
  return parts.map(({ volumeM3 }) => ({ mol: (mol * volumeM3) / volume, kelvin, volumeM3 }))
}

/** The room made smaller or larger so quickly that no heat passes its walls: T·V^(γ − 1) stays. */
export const squeezed = (gas: Gas, volumeM3: number): Gas => ({
  ...gas,
  volumeM3,
  kelvin: gas.kelvin * (gas.volumeM3 / volumeM3) ** (GAMMA - 1),
})

/**
 * Gas let in from where it has a temperature, quickly: it brings the work that pushed it along, so that it is warmer inside
 * than it was outside. An empty room filled from a large one ends at γ times its temperature.
 */
export function letIn(gas: Gas, mol: number, kelvin: number): Gas {
  const all = gas.mol + mol
  return all <= 0
    ? { ...gas, mol: 0 }
    : { ...gas, mol: all, kelvin: (gas.mol * CV * gas.kelvin + mol * CP * kelvin) / (all * CV) }
}

/** Gas let out, quickly: what stays has expanded and cooled, by the same law as {@link squeezed}. */
export const letOut = (gas: Gas, mol: number): Gas => {
  const left = Math.max(0, gas.mol - mol)
  return { ...gas, mol: left, kelvin: gas.mol > 0 ? gas.kelvin * (left / gas.mol) ** (GAMMA - 1) : gas.kelvin }
}

/** Its walls take its heat or give it: first order, with the time constant of the room. */
export const cooled = (
  gas: Gas,
  seconds: number,
  { kelvin, timeConstant }: { kelvin: number; timeConstant: number },
): Gas => ({
  ...gas,
  kelvin: kelvin + (gas.kelvin - kelvin) * Math.exp(-seconds / timeConstant),
})

/**
 * A leak into somewhere of constant pressure: a flow that goes with the difference, so that the pressure decays evenly
 * towards it.
 *
 * @param conductanceM3PerS volume a second at a difference of the whole pressure
 */
export function leaked(
  gas: Gas,
  seconds: number,
  leak: { readonly toPa: number; readonly conductanceM3PerS: number },
): Gas {
  const { toPa, conductanceM3PerS } = leak
  const pa = pressureOf(gas)
  const after = toPa + (pa - toPa) * Math.exp((-conductanceM3PerS * seconds) / gas.volumeM3)
  return { ...gas, mol: gas.mol * (after / pa) }
}
