'use client'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import { type FieldPath, type UseFormReturn, useFieldArray, useWatch } from 'react-hook-form'
import { Tick } from '../parts/Tick'
import { EMPTY_BODY, type InstrumentValues } from './formValues'

type Props = { form: UseFormReturn<InstrumentValues> }

/** What a body can do beyond its limits: largest span, link positions, and which capsules go into it. */
export function BodyFields({ form }: Props) {
  const body = useWatch({ control: form.control, name: 'configuration.body' })
  const { error } = form.getFieldState('configuration.body', form.formState)
  if (!body)
    return (
      <div className="actions">
        <span className="soft">Body: nothing known of a span link, or of other capsules</span>
        <Button size="small" onClick={() => form.setValue('configuration.body', EMPTY_BODY)}>
          Add link or capsule
        </Button>
      </div>
    )
  return (
    <div className="stack" style={{ gap: 8 }}>
      <div className="field-row">
        <Box form={form} name="configuration.body.family" label="Family of bodies it belongs to" />
        <Box form={form} name="configuration.body.capsule" label="Capsule in it" />
        <Box form={form} name="configuration.body.maxSpan" label="Largest span, if the limits allow more" isNumber />
        <Box form={form} name="configuration.body.link" label="Span link stands at" />
      </div>
      <Links form={form} />
      {error?.message && <p className="small tone-outside">{error.message}</p>}
      <div className="actions">
        <Tick
          label="URV may lie below LRV (reverse-acting)"
          checked={body.allowsReverse}
          change={(may) => form.setValue('configuration.body.allowsReverse', may, { shouldDirty: true })}
        />
        <Button size="small" onClick={() => form.setValue('configuration.body', null)}>
          Nothing of this
        </Button>
      </div>
    </div>
  )
}

function Links({ form }: Props) {
  const { fields, append, remove } = useFieldArray({ control: form.control, name: 'configuration.body.links' })
  return (
    <>
      {fields.map((field, index) => (
        <div key={field.id} className="actions" style={{ alignItems: 'start' }}>
          <Box form={form} name={`configuration.body.links.${index}.name`} label={`Link position ${index + 1}`} />
          <Box form={form} name={`configuration.body.links.${index}.minSpan`} label="Span from" isNumber />
          <Box form={form} name={`configuration.body.links.${index}.maxSpan`} label="… to" isNumber />
          <Button size="small" onClick={() => remove(index)}>
            Remove position {index + 1}
          </Button>
        </div>
      ))}
      <div>
        <Button size="small" onClick={() => append({ name: '', minSpan: '', maxSpan: '' })}>
          Add a link position
        </Button>
      </div>
    </>
  )
}

type BoxProps = Props & { name: FieldPath<InstrumentValues>; label: string; isNumber?: boolean }

function Box({ form, name, label, isNumber }: BoxProps) {
  const { error } = form.getFieldState(name, form.formState)
  return (
    <TextField
      {...form.register(name)}
      label={label}
      size="small"
      error={error !== undefined}
      helperText={error?.message}
      slotProps={{
        htmlInput: { autoComplete: 'off', ...(isNumber && { inputMode: 'decimal', className: 'num' }) },
        inputLabel: { shrink: true },
      }}
    />
  )
}
