import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import type { UseFormReturn } from 'react-hook-form'
import { type FieldPath, useWatch } from 'react-hook-form'
import type { InstrumentValues } from './formValues'

type Form = UseFormReturn<InstrumentValues>

const FRACTIONS = [
  ['1', 'whole divisions'],
  ['0.5', 'halves of one'],
  ['0.25', 'quarters of one'],
  ['0.2', 'fifths of one'],
  ['0.1', 'tenths of one'],
] as const

/** Nameplate, readability, repeatability, and whose it is. All may stay empty; the certificate says what is not known. */
export function ParticularsFields({ form }: { form: Form }) {
  const told = useWatch({ control: form.control, name: 'configuration.readability.fraction' })
  return (
    <fieldset className="card stack plain-fieldset">
      <legend>Nameplate and reading</legend>
      <div className="field-row">
        <Box form={form} name="configuration.nameplate.maker" label="Maker" />
        <Box form={form} name="configuration.nameplate.model" label="Model" />
        <Box form={form} name="configuration.nameplate.serialNumber" label="Serial number" />
        <Box form={form} name="configuration.owner" label="Customer or owner, if not this site" />
      </div>
      <div className="field-row">
        <Box form={form} name="configuration.readability.division" label="Own dial or display: one division" isNumber />
        <TextField
          select
          {...form.register('configuration.readability.fraction')}
          value={told ?? '1'}
          label="Read to"
          size="small"
        >
          {FRACTIONS.map(([value, words]) => (
            <MenuItem key={value} value={value}>
              {words}
            </MenuItem>
          ))}
        </TextField>
        <Box form={form} name="configuration.repeatabilityPercentSpan" label="Repeatability, s in % of span" isNumber />
        <Box form={form} name="configuration.limitSource" label="Error limit from" />
      </div>
    </fieldset>
  )
}

type BoxProps = { form: Form; name: FieldPath<InstrumentValues>; label: string; isNumber?: boolean }

function Box({ form, name, label, isNumber }: BoxProps) {
  const { error } = form.getFieldState(name, form.formState)
  return (
    <TextField
      {...form.register(name)}
      label={label}
      size="small"
      slotProps={{
        htmlInput: { ...(isNumber && { inputMode: 'decimal', className: 'num' }), autoComplete: 'off' },
        inputLabel: { shrink: true },
      }}
      error={error !== undefined}
      helperText={error?.message}
    />
  )
}
