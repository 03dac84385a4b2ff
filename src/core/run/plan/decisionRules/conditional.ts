import { type ConformityStatement, conformityStatement } from '../../../conformity/conformityStatement'
import { pointVerdict } from '../../../error/verdict'
import { type Bounds, type DecisionRule, drawnInByUncertainty, upToTheLimit } from './rule'

/** A non-binary statement with a guard band of U on both sides. Source: ILAC-G8:09/2019, 4.2.3 (from memory). */
export const conditional: DecisionRule = {
  label: 'guard band with conditions',
  says: 'pass, conditional pass, conditional fail or fail; the guard band is the expanded uncertainty',
  acceptance: drawnInByUncertainty,
  // A conditional pass is accepted too.
  acceptsUpTo: upToTheLimit,
  condition: null,
  ruling: ({ errorPercentSpan: error, adjustLimitPercentSpan: adjustLimit }, bounds) => {
    const statement = fourWay(error, bounds)
    // Conditionally passed is inside, but not certainly so: it wants looking at, as what is beyond the adjust limit does.
    const inside = pointVerdict({ error, limit: bounds.limit, adjustLimit })
    return { statement, verdict: statement === 'conditional pass' ? 'inside-look' : inside }
  },
}

function fourWay(error: number, bounds: Bounds & { readonly acceptance: number }): ConformityStatement {
  if (bounds.acceptance > 0)
    return conformityStatement(error, { guardBand: 'expanded-uncertainty', statement: 'four-way' }, bounds)
  if (pointVerdict({ error, limit: bounds.limit, adjustLimit: null }) === 'inside') return 'conditional pass'
  const rejection = bounds.limit + bounds.expandedUncertainty
  return pointVerdict({ error, limit: rejection, adjustLimit: null }) === 'inside' ? 'conditional fail' : 'fail'
}
