'use client'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import { refusalLine } from './BoundFields'
import { choiceWords } from './choiceWords'
import { type Draft, filledDraft, isGroup } from './draft'
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
    if (!isGroup(empty)) return
    // Figures that both kinds ask for stay as they were typed, and choices that both offer.
    const stays = ([key, part]: [string, Draft]) => key in empty && mayStand(part, next?.properties?.[key])
    change(path, { ...empty, ...Object.fromEntries(Object.entries(group).filter(stays)), kind })
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

/** Whether what was typed or chosen may stand in another field too. */
function mayStand(part: Draft, schema: InputSchema = {}): boolean {
  const field = fieldKind(schema)
  return field.kind !== 'choice' || field.options.some((option) => String(option) === part)
}

/** So long a label does not fit over one box of a narrow grid, so long a one over none, and the box gets the room of two. */
const LONG_LABEL = 21
const LONGER_LABEL = 25

/** One box with its label, and under it what is wrong or what it is for. */
function Labelled(props: FieldProps) {
  const { name, schema } = props
  const refusal = refusalAt(props)
  const field = fieldKind(schema)
  const label = titleOf(name, schema)
  const isWide = field.kind === 'numbers' || (field.kind === 'text' && field.isLong)
  const room = isWide ? 'calc-wide' : roomOf(label)
  return (
    <div className={`calc-field ${room}`}>
      <SchemaControl {...props} label={label} isLabelled says={refusal ? refusalLine(refusal) : schema.description} />
    </div>
  )
}

function roomOf(label: string): string {
  if (label.length > LONGER_LABEL) return 'calc-longer'
  return label.length > LONG_LABEL ? 'calc-long' : ''
}
