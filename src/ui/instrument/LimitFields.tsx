'use client'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { type UseFormReturn, useFieldArray, useWatch } from 'react-hook-form'
import { PRESSURE_UNIT_IDS, pressureUnitLabel } from '@/core/units/pressureUnit'
import type { InstrumentValues } from './formValues'

const KINDS = [
  ['percentSpan', '% of span'],
  ['percentReading', '% of reading'],
  ['percentUrl', '% of URL'],
  ['absolute', 'absolute'],
  ['counts', 'counts of the display'],
] as const
const NEW_TERM = { kind: 'percentSpan', value: '', step: '', unit: 'kPa' }

type Props = {
  form: UseFormReturn<InstrumentValues>
  name: 'errorLimit' | 'adjustLimit'
  label: string
  isOptional?: boolean
}

/** A limit of one or more terms: their sum, or the larger of them. */
export function LimitFields({ form, name, label, isOptional }: Props) {
  const limit = useWatch({ control: form.control, name: `configuration.${name}` })
  if (!limit)
    return (
      <div className="actions">
        <span className="soft">{label}: none, adjusted only when outside</span>
        <Button
          size="small"
          onClick={() => form.setValue(`configuration.${name}`, { combine: 'larger', terms: [NEW_TERM] })}
        >
          Add an {label.toLowerCase()}
        </Button>
      </div>
    )
  return <Terms form={form} name={name} label={label} isOptional={isOptional ?? false} combine={limit.combine} />
}

function Terms({ form, name, label, isOptional, combine }: Required<Props> & { combine: string }) {
  const { fields, append, remove } = useFieldArray({ control: form.control, name: `configuration.${name}.terms` })
  const terms = useWatch({ control: form.control, name: `configuration.${name}.terms` })
  const { error } = form.getFieldState(`configuration.${name}`, form.formState)
  return (
    <div className="stack" style={{ gap: 8 }}>
      {fields.map((field, index) => {
        const path = `configuration.${name}.terms.${index}` as const
        const { error: valueError } = form.getFieldState(`${path}.value`, form.formState)
        const { error: stepError } = form.getFieldState(`${path}.step`, form.formState)
        return (
          <div key={field.id} className="actions" style={{ alignItems: 'start' }}>
            <TextField
              {...form.register(`${path}.value`)}
              label={index === 0 ? `${label}, ±` : 'and ±'}
              size="small"
              sx={{ width: 150 }}
              error={valueError !== undefined}
              helperText={valueError?.message}
              slotProps={{
                htmlInput: { inputMode: 'decimal', className: 'num', autoComplete: 'off' },
                inputLabel: { shrink: true },
              }}
            />
            <TextField
              select
              {...form.register(`${path}.kind`)}
              value={terms?.[index]?.kind ?? 'percentSpan'}
              size="small"
              sx={{ width: 150 }}
              label="of"
            >
              {KINDS.map(([id, words]) => (
                <MenuItem key={id} value={id}>
                  {words}
                </MenuItem>
              ))}
            </TextField>
            {terms?.[index]?.kind === 'counts' && (
              <TextField
                {...form.register(`${path}.step`)}
                label="one count is"
                size="small"
                sx={{ width: 120 }}
                error={stepError !== undefined}
                helperText={stepError?.message}
                slotProps={{ htmlInput: { inputMode: 'decimal', className: 'num', autoComplete: 'off' } }}
              />
            )}
            {(terms?.[index]?.kind === 'absolute' || terms?.[index]?.kind === 'counts') && (
              <TextField
                select
                {...form.register(`${path}.unit`)}
                value={terms[index].unit}
                size="small"
                sx={{ width: 150 }}
                label="unit"
              >
                {PRESSURE_UNIT_IDS.map((id) => (
                  <MenuItem key={id} value={id}>
                    {pressureUnitLabel(id)}
                  </MenuItem>
                ))}
              </TextField>
            )}
            {fields.length > 1 && <Button onClick={() => remove(index)}>Remove</Button>}
            {index === fields.length - 1 && fields.length < 4 && (
              <Button onClick={() => append(NEW_TERM)}>Add a term</Button>
            )}
            {isOptional && index === 0 && (
              <Button onClick={() => form.setValue(`configuration.${name}`, null as never /* adjustLimit only */)}>
                No {label.toLowerCase()}
              </Button>
            )}
          </div>
        )
      })}
      {fields.length > 1 && (
        <TextField
          select
          {...form.register(`configuration.${name}.combine`)}
          value={combine}
          size="small"
          label="Terms combine as"
          sx={{ width: 260 }}
        >
          <MenuItem value="larger">the larger of them</MenuItem>
          <MenuItem value="sum">their sum</MenuItem>
        </TextField>
      )}
      {error?.message && (
        <p className="small tone-outside" role="alert">
          {label} {error.message}
        </p>
      )}
    </div>
  )
}
