import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { ADJUSTMENT_KINDS, type AdjustmentKind } from '@/core/adjust/adjustmentKind'

type Props = {
  kind: AdjustmentKind
  kinds: readonly AdjustmentKind[]
  choose: (kind: AdjustmentKind) => void
}

/** What was done, of what can be done to this instrument. */
export function KindChoice({ kind, kinds, choose }: Props) {
  return (
    <TextField
      select
      label="Kind"
      size="small"
      value={kind}
      onChange={(event) => choose(event.target.value as AdjustmentKind)} // only kinds of ours are offered
    >
      {kinds.map((each) => (
        <MenuItem key={each} value={each}>
          {ADJUSTMENT_KINDS[each]}
        </MenuItem>
      ))}
    </TextField>
  )
}
