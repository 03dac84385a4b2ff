import { Refusal } from '../refusal'

/** A piston with its masses, and where it stands. */
export type DeadWeight = {
  /** True mass of piston and weights, kg, and their density, kg/m³. */
  readonly massKg: number
  readonly massDensityKgPerM3: number
  readonly airDensityKgPerM3: number
  readonly gravityMPerS2: number
  /** Effective area at the reference temperature and no pressure, m². */
  readonly areaM2: number
  readonly celsius: number
  readonly referenceCelsius: number
  /** Thermal expansion of the area: piston and cylinder together, 1/K. */
  readonly areaExpansionPerK: number
  /** Distortion by pressure, 1/Pa. */
  readonly distortionPerPa: number
  /** Surface tension of the oil, N/m; zero for gas. */
  readonly surfaceTensionNPerM: number
}

/** What a dead-weight tester gives, and what went into it. */
export type DeadWeightPressure = { readonly pa: number; readonly areaM2: number; readonly forceN: number }

/**
 * Gauge pressure of a dead-weight tester: p = (m·(1 − ρair/ρm)·g + γ·c) / (A₀·(1 + α·(t − t₀))·(1 + λ·p)).
 * The circumference c follows from the area. The distortion depends on the pressure; the equation is quadratic in p.
 *
 * Source: EURAMET cg-3, pressure balances (from memory).
 *
 * @throws {Refusal} for a mass or area that is not above zero, or weights lighter than air
 */
export function deadWeightPressure(balance: DeadWeight): DeadWeightPressure {
  const { massKg, massDensityKgPerM3, airDensityKgPerM3, gravityMPerS2, areaM2, distortionPerPa } = balance
  if (!(massKg > 0)) throw new Refusal('mass', `${massKg} kg`, 'enter a mass above zero')
  if (!(areaM2 > 0)) throw new Refusal('area', `${areaM2} m²`, 'enter the effective area, above zero')
  if (!(massDensityKgPerM3 > airDensityKgPerM3 && airDensityKgPerM3 >= 0))
    throw new Refusal('massDensity', `${massDensityKgPerM3} kg/m³ is lighter than air`, 'enter that of the weights')
  const warmArea = areaM2 * (1 + balance.areaExpansionPerK * (balance.celsius - balance.referenceCelsius))
  if (!(warmArea > 0))
    throw new Refusal(
      'areaExpansion',
      'with this expansion the effective area would be zero or less',
      'check its size and its unit',
    )
  const circumference = 2 * Math.sqrt(Math.PI * areaM2)
  const forceN =
    massKg * (1 - airDensityKgPerM3 / massDensityKgPerM3) * gravityMPerS2 + balance.surfaceTensionNPerM * circumference
  const undistorted = forceN / warmArea
  // p·(1 + λ·p) = p₀. Written so that λ = 0 needs no case of its own and nothing cancels.
  const discriminant = 1 + 4 * distortionPerPa * undistorted
  if (!(discriminant > 0))
    throw new Refusal(
      'distortion',
      'with this distortion no pressure carries these masses',
      'enter the figure of the piston’s certificate',
    )
  const pa = (2 * undistorted) / (1 + Math.sqrt(discriminant))
  return { pa, areaM2: forceN / pa, forceN }
}
