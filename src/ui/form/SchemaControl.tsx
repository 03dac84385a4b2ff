import Checkbox from '@mui/material/Checkbox'
import TextField from '@mui/material/TextField'
import { memo } from 'react'
import type { RefusedField } from '@/schema/answer'
import { choiceWords } from './choiceWords'
import type { FieldProps } from './fieldProps'
import { fieldKind } from './inputSchema'

type Props = Omit<FieldProps, 'name'> & {
  /** What it is called where no label stands beside it. */
  readonly label?: string
  /** Of the control itself, for the label that stands beside it. */
  readonly id?: string
  /** Of the words under it. */
  readonly describedBy?: string | undefined
}

/** What is wrong with a box; nothing where it is well. */
export const refusalAt = ({ refusals, path }: Pick<FieldProps, 'refusals' | 'path'>): RefusedField | undefined =>
  refusals.find(({ field }) => field === path.join('.'))

/** The box, the choice or the tick of one field. Drawn again only where it changed: a desk may show a hundred of them. */
export const SchemaControl = memo(function SchemaControl(props: Props) {
  const { schema, draft, path, change, label, id, describedBy } = props
  const field = fieldKind(schema)
  const isRefused = refusalAt(props) !== undefined
  const named = { 'aria-label': label, 'aria-describedby': describedBy }
  const text = typeof draft === 'string' ? draft : ''
  if (field.kind === 'flag')
    return (
      <Checkbox
        {...(id && { id })}
        className="calc-flag"
        checked={draft === true}
        onChange={(event) => change(path, event.target.checked)}
        slotProps={{ input: { ...named, 'aria-invalid': isRefused } }}
      />
    )
  const common = {
    ...(id && { id }),
    size: 'small' as const,
    fullWidth: true,
    value: text,
    error: isRefused,
    onChange: (event: { target: { value: string } }) => change(path, event.target.value),
  }
  if (field.kind === 'choice')
    return (
      <TextField {...common} select slotProps={{ select: { native: true }, htmlInput: named }}>
        {field.isOptional && <option value="">—</option>}
        {field.options.map((option) => (
          <option key={option} value={option}>
            {choiceWords(String(option), path.at(-1))}
          </option>
        ))}
      </TextField>
    )
  const isNumber = field.kind === 'number' || field.kind === 'numbers'
  return (
    <TextField
      {...common}
      slotProps={{
        htmlInput: {
          ...named,
          ...(isNumber && { className: 'num' }),
          ...(field.kind === 'number' && { inputMode: 'decimal' }),
          autoComplete: 'off',
          spellCheck: false,
        },
      }}
    />
  )
}, isSame)

/** Paths are made anew at each keystroke and say the same. */
function isSame(before: Props, after: Props): boolean {
  return (
    before.draft === after.draft &&
    before.schema === after.schema &&
    before.change === after.change &&
    before.label === after.label &&
    before.describedBy === after.describedBy &&
    before.path.join('.') === after.path.join('.') &&
    (refusalAt(before) === undefined) === (refusalAt(after) === undefined)
  )
}
