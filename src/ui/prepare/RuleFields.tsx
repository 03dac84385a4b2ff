import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { formatFixed } from '@/core/format/formatNumber'
import { orRefused } from '@/core/refusal'
import { ERROR_BASIS_WORDS, errorBasis, shownPercent } from '@/core/run/judge/errorBasis'
import { RUN_RULE_IDS, RUN_RULES, type RunRule, refuseUnmeetableRule } from '@/core/run/plan/decisionRule'
import { type PlannedUncertainty, plannedUncertainty, tightestUncertainty } from '@/core/run/plan/plannedUncertainty'
import { inputAtPercent } from '@/core/transfer/linearTransfer'

type Planned = Parameters<typeof plannedUncertainty>[0]
type Props = {
  rule: RunRule
  change: (rule: RunRule) => void
  /** The run as it would be begun; null while a reference is missing. */
  planned: Planned | null
}

/** How near its limit is decided, and the uncertainty that the chosen references leave. */
export function RuleFields({ rule, change, planned }: Props) {
  const tightest = planned && tightestUncertainty(plannedUncertainty(planned))
  const refusal = tightest ? refusalOf(rule, tightest) : null
  return (
    <>
      <h2>Decision</h2>
      <div className="field-row">
        {/* Only rules of ours are offered. */}
        <TextField
          select
          label="Decision rule"
          size="small"
          value={rule}
          onChange={(event) => change(event.target.value as RunRule)}
          sx={{ minWidth: 250 }}
        >
          {RUN_RULE_IDS.map((id) => (
            <MenuItem key={id} value={id}>
              {RUN_RULES[id].label}
            </MenuItem>
          ))}
        </TextField>
      </div>
      <p className="small">
        <span className="soft">{RUN_RULES[rule].says}.</span>
        {planned && tightest && <span className="num"> {uncertaintyWords(tightest, planned)}</span>}
      </p>
      {refusal && <p className="small tone-outside">{refusal}</p>}
    </>
  )
}

function refusalOf(rule: RunRule, tightest: PlannedUncertainty): string | null {
  return orRefused(
    () => {
      refuseUnmeetableRule(rule, tightest)
      return null
    },
    ({ line }) => line,
  )
}

function uncertaintyWords(
  { percent, point, limit, expandedUncertainty }: PlannedUncertainty,
  planned: Planned,
): string {
  const shown = { basis: errorBasis(planned), range: planned.configuration }
  const applied = inputAtPercent(percent, planned.configuration)
  const size = formatFixed(shownPercent(expandedUncertainty, applied, shown), 3)
  return `Uncertainty to be expected at its tightest (${point}): ±${size} ${ERROR_BASIS_WORDS[shown.basis]} (k = 2), the limit is ${formatFixed(limit / expandedUncertainty, 1)} times that.`
}
