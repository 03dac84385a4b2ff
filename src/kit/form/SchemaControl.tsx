import Checkbox from '@mui/material/Checkbox'
import TextField from '@mui/material/TextField'
import { memo } from 'react'

import type { RefusedField } from '@/schema/answer'
import { Tick } from '../parts/Tick'
import { NumberBox, WordsBox } from './boxes'
import { choiceWords } from './choiceWords'
import type { FieldProps } from './fieldProps'
import { fieldKind } from './inputSchema'

type Props = Omit<FieldProps, 'name'> & {
  readonly label: string
  /** Its label stands on it; in a table the head of the column says it. */
  readonly isLabelled?: boolean
  /** What is said under it: what is wrong, or what it is for. */
  readonly says?: string | undefined
}

/** What is wrong with a box; nothing where it is well. */
export const refusalAt = ({ refusals, path }: Pick<FieldProps, 'refusals' | 'path'>): RefusedField | undefined =>
  refusals.find(({ field }) => field === path.join('.'))

/** The box, the choice or the tick of one field. Drawn again only where it changed: a desk may show a hundred of them. */
export const SchemaControl = memo(function SchemaControl(props: Props) {
  const { schema, draft, path, change, label, isLabelled = false, says } = props
  const field = fieldKind(schema)
  const isRefused = refusalAt(props) !== undefined
  if (field.kind === 'flag') {
    const box = { checked: draft === true, change: (isTicked: boolean) => change(path, isTicked) }
    return isLabelled ? (
      <Tick {...box} label={label} {...(says && { why: says })} />
    ) : (
      <BareTick {...box} label={label} />
    )
  }
  const shown = { fullWidth: true, value: typeof draft === 'string' ? draft : '', ...(isLabelled && { label }) }
  if (field.kind === 'choice')
    return (
      <TextField
        {...shown}
        select
        size="small"
        error={isRefused}
        onChange={(event) => change(path, event.target.value)}
        {...(isLabelled && { helperText: says })}
        slotProps={{
          select: { native: true },
          htmlInput: isLabelled ? {} : { 'aria-label': label },
          inputLabel: { shrink: true },
        }}
      >
        {field.isOptional && <option value="">—</option>}
        {field.options.map((option) => (
          <option key={option} value={option}>
            {choiceWords(String(option), path.at(-1))}
          </option>
        ))}
      </TextField>
    )
  const Box = field.kind === 'number' || field.kind === 'numbers' ? NumberBox : WordsBox
  return (
    <Box
      {...shown}
      change={(typed) => change(path, typed)}
      {...(isLabelled ? { helperText: says } : { called: label })}
      refused={isRefused ? (isLabelled && says) || '' : undefined}
      slotProps={{
        htmlInput: {
          spellCheck: false,
          // More than a number is typed into a list of them.
          ...(field.kind === 'numbers' && { inputMode: 'text' }),
        },
      }}
    />
  )
}, isSame)

/** A tick in a table, whose column says what it means. */
function BareTick({
  label,
  checked,
  change,
}: {
  label: string
  checked: boolean
  change: (isTicked: boolean) => void
}) {
  return (
    <Checkbox
      className="calc-flag"
      checked={checked}
      onChange={(event) => change(event.target.checked)}
      slotProps={{ input: { 'aria-label': label } }}
    />
  )
}

/** Paths are made anew at each keystroke and say the same. */
function isSame(before: Props, after: Props): boolean {
  return (
    before.draft === after.draft &&
    before.schema === after.schema &&
    before.change === after.change &&
    before.label === after.label &&
    before.says === after.says &&
    before.path.join('.') === after.path.join('.') &&
    (refusalAt(before) === undefined) === (refusalAt(after) === undefined)
  )
}
