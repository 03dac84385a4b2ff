import TextField, { type TextFieldProps } from '@mui/material/TextField'
import type { ChangeEvent } from 'react'
import { withDecimalMark } from '@/core/format/decimalMark'

type Props = Omit<TextFieldProps, 'onChange' | 'value' | 'type' | 'select' | 'error'> & {
  readonly value?: string
  readonly change?: (typed: string) => void
  /** What is wrong with it, under it; it is then marked. */
  readonly refused?: string | undefined
  /** What it is called where no label stands on it. */
  readonly called?: string
  /** Not shown as it is typed. */
  readonly isSecret?: boolean
}

/** A number as it is typed: decimal point or comma, tabular figures, the keys of a number on a tablet. */
export const NumberBox = (props: Props) => <Box {...props} isNumber />

/** A few words, or a code. */
export const WordsBox = (props: Props) => <Box {...props} isNumber={false} />

function Box({
  isNumber,
  isSecret,
  change,
  refused,
  called,
  helperText,
  slotProps,
  ...rest
}: Props & { isNumber: boolean }) {
  return (
    <TextField
      size="small"
      {...rest}
      {...(isNumber && rest.value !== undefined && { value: numberAsShown(rest.value) })}
      {...(isSecret && { type: 'password' })}
      {...(change && { onChange: (event: ChangeEvent<HTMLInputElement>) => change(event.target.value) })}
      error={refused !== undefined}
      helperText={refused ?? helperText}
      slotProps={{
        inputLabel: { shrink: true },
        ...slotProps,
        htmlInput: {
          autoComplete: 'off',
          'aria-label': called,
          ...(isNumber && { inputMode: 'decimal', className: 'num' }),
          ...slotProps?.htmlInput,
        },
      }}
    />
  )
}

/** One number with the site's decimal mark, whichever was typed; anything else, such as several, as it is. */
const numberAsShown = (typed: string): string => (/^[-+−]?\d*\.\d*$/.test(typed) ? withDecimalMark(typed) : typed)
