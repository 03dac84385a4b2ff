import TextField, { type TextFieldProps } from '@mui/material/TextField'

type Props = Omit<TextFieldProps, 'onChange' | 'value' | 'select'> & {
  readonly value: string
  /** What may be chosen, with the words for it, in their order. */
  readonly options: readonly (readonly [id: string, words: string])[]
  readonly choose: (id: string) => void
}

/** One of a few, by the platform's own list: known to every screen reader, and to fingers on a tablet. */
export function Choice({ options, choose, slotProps, ...field }: Props) {
  return (
    <TextField
      {...field}
      select
      size="small"
      onChange={(event) => choose(event.target.value)}
      // What is chosen always shows, so that the label never stands in its place.
      slotProps={{ inputLabel: { shrink: true }, ...slotProps, select: { native: true } }}
    >
      {options.map(([id, words]) => (
        <option key={id} value={id}>
          {words}
        </option>
      ))}
    </TextField>
  )
}
