import TextField from '@mui/material/TextField'

/** A box of Prepare; a figure unless it takes words. */
export function Box({ name, label, isWords = false }: { name: string; label: string; isWords?: boolean }) {
  return (
    <TextField
      name={name}
      label={label}
      size="small"
      slotProps={{
        htmlInput: isWords
          ? { maxLength: 200, autoComplete: 'off' }
          : { inputMode: 'decimal', className: 'num', autoComplete: 'off' },
        inputLabel: { shrink: true },
      }}
    />
  )
}
