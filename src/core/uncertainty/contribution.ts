import { type Budget, type BudgetLine, uncertaintyBudget } from './budget'

/** The divisor of a half-width by its distribution. Source: JCGM 100:2008, 4.3.7 (rectangular); 4.2 (a standard deviation). */
const DIVISORS = { rectangular: Math.sqrt(3), normal: 1 } as const
export type Distribution = keyof typeof DIVISORS

/** The standard uncertainty of one line, in its own unit. */
export const standardOf = ({ value, distribution }: Pick<Contribution, 'value' | 'distribution'>): number =>
  Math.abs(value) / DIVISORS[distribution]

/** Whose uncertainty it is: the reference that gives the pressure, what reads the output, or the instrument itself. */
export type ContributionGroup = 'reference' | 'output' | 'instrument'

/** One named thing that a comparison is uncertain by. */
export type Contribution = {
  readonly name: string
  readonly group: ContributionGroup
  /** A half-width for a rectangular distribution, a standard deviation for a normal one; in `unit`. */
  readonly value: number
  readonly unit: string
  readonly distribution: Distribution
  /** % of output span per `unit`; its sign is that of the error it makes. */
  readonly sensitivity: number
  /** Null: known without doubt, or a limit that is not exceeded. */
  readonly degrees: number | null
  /** Where the value comes from, in words: `register`, `certificate THC-2417`, `3 cycles of this round`. */
  readonly source: string
}

/** A line of a budget with everything an assessor asks of it. */
export type ContributionLine = Contribution &
  Pick<BudgetLine, 'contribution' | 'sharePercent'> & { readonly divisor: number }

/** A budget in % of output span whose lines say where they come from. */
export type ReadingBudget = Omit<Budget, 'lines'> & { readonly lines: readonly ContributionLine[] }

/** Coverage of the expanded uncertainty; k is 2.00 where nothing rests on few readings. Source: JCGM 100:2008, G.6.6. */
export const COVERAGE = 0.9545

/**
 * Brings contributions together: see {@link uncertaintyBudget}. They are taken as independent; what one cause gives twice
 * is brought in as one line, with its sign.
 */
export function readingBudget(contributions: readonly Contribution[]): ReadingBudget {
  const { lines, ...figures } = uncertaintyBudget(
    contributions.map(({ name, value, distribution, sensitivity, degrees }) => ({
      name,
      standardUncertainty: standardOf({ value, distribution }),
      sensitivity,
      degrees,
    })),
    COVERAGE,
  )
  return {
    ...figures,
    lines: contributions.map((each, index) => ({
      ...each,
      divisor: DIVISORS[each.distribution],
      contribution: lines[index]?.contribution ?? 0,
      sharePercent: lines[index]?.sharePercent ?? 0,
    })),
  }
}
