import Autocomplete from '@mui/material/Autocomplete'
import TextField from '@mui/material/TextField'

type Props = {
  readonly label: string
  readonly value: string
  /** What may be chosen, with the words for it, in their order. */
  readonly options: readonly (readonly [id: string, words: string])[]
  readonly choose: (id: string) => void
  readonly says?: string | null | undefined
  readonly isRefused?: boolean
  readonly name?: string
  readonly width?: number | undefined
}

/** One of many, such as a unit: a few letters of it find it. */
export function ManyChoice({ label, value, options, choose, says, isRefused = false, name, width }: Props) {
  const chosen = options.find(([id]) => id === value)
  if (!chosen) return null
  return (
    <Autocomplete
      options={options}
      value={chosen}
      onChange={(_, [id]) => choose(id)}
      getOptionLabel={([, words]) => words}
      isOptionEqualToValue={([a], [b]) => a === b}
      disableClearable
      autoHighlight
      openOnFocus
      size="small"
      {...(width !== undefined && { sx: { width } })}
      renderInput={(params) => (
        <TextField {...params} name={name ?? ''} label={label} error={isRefused} helperText={says} />
      )}
    />
  )
}
