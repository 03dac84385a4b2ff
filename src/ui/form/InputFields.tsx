'use client'
import Button from '@mui/material/Button'
import FormHelperText from '@mui/material/FormHelperText'
import FormLabel from '@mui/material/FormLabel'
import TextField from '@mui/material/TextField'
import { useId } from 'react'
import { choiceWords } from './choiceWords'
import { filledDraft, isGroup } from './draft'
import type { FieldProps } from './fieldProps'
import { fieldKind, type InputSchema, titleOf, variantName } from './inputSchema'
import { RowFields } from './RowFields'
import { refusalAt, SchemaControl } from './SchemaControl'

/** The fields of any input schema: boxes, choices, groups, and tables of rows. */
export function InputFields(props: FieldProps) {
  const field = fieldKind(props.schema)
  switch (field.kind) {
    case 'group':
      return <Group {...props} fields={field.fields} isOptional={field.isOptional} />
    case 'variants':
      return <Variants {...props} variants={field.variants} />
    case 'rows':
      return <RowFields {...props} item={field.item} Fields={InputFields} />
    default:
      return <Labelled {...props} />
  }
}

function Group({
  fields,
  isOptional,
  ...props
}: FieldProps & { fields: readonly (readonly [string, InputSchema])[]; isOptional: boolean }) {
  const { name, schema, draft, path, change } = props
  const isThere = !isOptional || isGroup(draft)
  const inner = isThere && (
    <div className="calc-grid">
      {fields
        .filter(([, part]) => part.const === undefined)
        .map(([key, part]) => (
          <InputFields
            {...props}
            key={key}
            name={key}
            schema={part}
            path={[...path, key]}
            draft={isGroup(draft) ? draft[key] : undefined}
          />
        ))}
    </div>
  )
  if (path.length === 0) return inner
  return (
    <fieldset className="calc-group">
      <legend>{titleOf(name, schema)}</legend>
      {isOptional && (
        <Button size="small" onClick={() => change(path, isThere ? '' : filledDraft(schema))}>
          {isThere ? 'Leave out' : 'Add'}
        </Button>
      )}
      {inner}
    </fieldset>
  )
}

function Variants({ variants, ...props }: FieldProps & { variants: readonly InputSchema[] }) {
  const { name, schema, draft, path, change } = props
  const group = isGroup(draft) ? draft : {}
  const variant = variants.find((candidate) => variantName(candidate) === group.kind) ?? variants[0] ?? {}
  const choose = (kind: string) => {
    const next = variants.find((candidate) => variantName(candidate) === kind)
    const empty = next ? filledDraft(next) : {}
    // Figures that both kinds ask for stay as they were typed.
    if (isGroup(empty))
      change(path, { ...empty, ...Object.fromEntries(Object.entries(group).filter(([key]) => key in empty)), kind })
  }
  return (
    <fieldset className="calc-group">
      <legend>{titleOf(name, schema)}</legend>
      <div className="calc-grid">
        <TextField
          className="calc-kind"
          label="Kind"
          select
          size="small"
          value={variantName(variant)}
          onChange={(event) => choose(event.target.value)}
          slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
        >
          {variants.map((candidate) => (
            <option key={variantName(candidate)} value={variantName(candidate)}>
              {choiceWords(variantName(candidate))}
            </option>
          ))}
        </TextField>
        {Object.entries(variant.properties ?? {})
          .filter(([, part]) => part.const === undefined)
          .map(([key, part]) => (
            <InputFields {...props} key={key} name={key} schema={part} path={[...path, key]} draft={group[key]} />
          ))}
      </div>
    </fieldset>
  )
}

/** Label, box, and under it what is wrong or what it is for: the boxes of a line stand level whatever their labels take. */
function Labelled(props: FieldProps) {
  const { name, schema } = props
  const id = useId()
  const refusal = refusalAt(props)
  const field = fieldKind(schema)
  const isWide = field.kind === 'numbers' || (field.kind === 'text' && field.isLong)
  const says = refusal ? `${refusal.reason}${refusal.remedy ? `: ${refusal.remedy}` : ''}` : schema.description
  return (
    <div className={isWide ? 'calc-field calc-wide' : 'calc-field'}>
      <FormLabel htmlFor={id}>{titleOf(name, schema)}</FormLabel>
      <SchemaControl {...props} id={id} describedBy={says ? `${id}-says` : undefined} />
      {says && (
        <FormHelperText id={`${id}-says`} error={refusal !== undefined}>
          {says}
        </FormHelperText>
      )}
    </div>
  )
}
