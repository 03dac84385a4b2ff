import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { formatPlain } from '@/core/format/formatNumber'
import { TRANSFER_WORDS } from '@/core/transfer/transferWords'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { Configuration } from '@/schema/configuration'
import { RANGE_SOURCES } from '@/schema/desks'
import { NumberBox, WordsBox } from '../../kit/form/boxes'
import { scaleText, type WantedDraft } from './wantedDraft'

/** The form whose Enter applies; the boxes of both ends stand above it. */
export const RANGE_FORM = 'range-form'

type Props = {
  draft: WantedDraft
  change: (draft: WantedDraft) => void
  problems: Readonly<Record<string, string>>
  configuration: Configuration
}

/** The range that is wanted, in large boxes of their own: the first thing typed on this desk, and part of its heading. */
export function WantedEnds({ draft, change, problems, configuration }: Props) {
  const end = (field: 'lrv' | 'urv', label: string) => (
    <input
      className="desk-end num"
      form={RANGE_FORM}
      inputMode="decimal"
      autoComplete="off"
      aria-label={label}
      aria-invalid={problems[field] ? true : undefined}
      value={draft[field]}
      onChange={(event) => change({ ...draft, [field]: event.target.value, source: 'typed' })}
    />
  )
  return (
    <div className="desk-wanted">
      <span>wanted</span>
      {end('lrv', 'LRV wanted')}
      <span aria-hidden>…</span>
      {end('urv', 'URV wanted')}
      <span>{pressureUnitLabel(configuration.unit)}</span>
      <span className="soft small">{draft.source === 'typed' ? '' : RANGE_SOURCES[draft.source]}</span>
      {(problems.lrv ?? problems.urv) && (
        <span className="small tone-outside desk-problem">{problems.lrv ?? problems.urv}</span>
      )}
    </div>
  )
}

type ScaleProps = Omit<Props, 'configuration'> & {
  /** The scale that would go on showing the same; null where it does. */
  carried: Configuration['displayScale']
}

/** What the host shows at both ends, and where the root is taken. */
export function WantedScale({ draft, change, problems, carried }: ScaleProps) {
  const { display } = draft
  const box = (field: 'lower' | 'upper' | 'unit', label: string) => {
    const Box = field === 'unit' ? WordsBox : NumberBox
    return (
      <Box
        label={label}
        value={display?.[field] ?? ''}
        refused={problems[`displayScale.${field}`]}
        change={(typed) => display && change({ ...draft, display: { ...display, [field]: typed } })}
      />
    )
  }
  return (
    <div className="desk-scale">
      {display ? (
        <>
          {box('lower', 'Host at 0 %')}
          {box('upper', 'Host at 100 %')}
          {box('unit', 'Unit')}
          {carried && (
            <Button
              size="small"
              variant="outlined"
              className="is-wide"
              onClick={() => change({ ...draft, display: scaleText(carried) })}
            >
              Scale the host {formatPlain(carried.lower)} … {formatPlain(carried.upper)} {carried.unit}
            </Button>
          )}
          <Button
            size="small"
            color="secondary"
            className="is-wide"
            onClick={() => change({ ...draft, display: null })}
          >
            Host shows the pressure
          </Button>
        </>
      ) : (
        <Button
          size="small"
          color="secondary"
          className="is-wide"
          onClick={() => change({ ...draft, display: { lower: '', upper: '', unit: '' } })}
        >
          Host shows something else than the pressure
        </Button>
      )}
      <TextField
        select
        className="is-wide"
        label="Output follows"
        size="small"
        value={draft.hostRoot ? 'host' : draft.transfer}
        onChange={({ target: { value } }) =>
          change(
            value === 'host'
              ? { ...draft, hostRoot: true, transfer: 'linear' }
              : { ...draft, hostRoot: false, transfer: value as WantedDraft['transfer'] /* one of the items below */ },
          )
        }
      >
        <MenuItem value="linear">straight line, no root anywhere</MenuItem>
        <MenuItem value="host">straight line; the host takes the root</MenuItem>
        <MenuItem value="root-to-zero">{TRANSFER_WORDS['root-to-zero']}</MenuItem>
        <MenuItem value="root-with-line">{TRANSFER_WORDS['root-with-line']}</MenuItem>
      </TextField>
      {draft.transfer !== 'linear' && (
        <NumberBox
          label="Cut-off, % of flow"
          value={draft.cutOffPercent}
          refused={problems['transfer.cutOffPercent']}
          change={(cutOffPercent) => change({ ...draft, cutOffPercent })}
        />
      )}
    </div>
  )
}
