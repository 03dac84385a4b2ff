'use client'
import Button from '@mui/material/Button'
import type { RefusedField } from '@/schema/answer'
import { choiceWords } from './choiceWords'
import { type Draft, emptyDraft, filledDraft, isGroup, isList } from './draft'
import { fieldKind, type InputSchema, titleOf, variantName } from './inputSchema'

type Props = {
  readonly name: string
  readonly schema: InputSchema
  readonly draft: Draft | undefined
  /** Where this field stands in the input. */
  readonly path: readonly string[]
  readonly change: (path: readonly string[], draft: Draft) => void
  readonly refusals: readonly RefusedField[]
}

/** The fields of any input schema: boxes, choices, groups, and tables of rows. */
export function InputFields(props: Props) {
  const field = fieldKind(props.schema)
  switch (field.kind) {
    case 'group':
      return <Group {...props} fields={field.fields} isOptional={field.isOptional} />
    case 'variants':
      return <Variants {...props} variants={field.variants} />
    case 'rows':
      return fieldsOfRow(field.item) ? (
        <RowTable {...props} item={field.item} />
      ) : (
        <RowList {...props} item={field.item} />
      )
    default:
      return <Labelled {...props} />
  }
}

function Group({
  fields,
  isOptional,
  ...props
}: Props & { fields: readonly (readonly [string, InputSchema])[]; isOptional: boolean }) {
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

function Variants({ variants, ...props }: Props & { variants: readonly InputSchema[] }) {
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
        <label className="calc-field calc-kind">
          <span>Kind</span>
          <select
            className="plain-select"
            value={variantName(variant)}
            onChange={(event) => choose(event.target.value)}
          >
            {variants.map((candidate) => (
              <option key={variantName(candidate)} value={variantName(candidate)}>
                {choiceWords(variantName(candidate))}
              </option>
            ))}
          </select>
        </label>
        {Object.entries(variant.properties ?? {})
          .filter(([, part]) => part.const === undefined)
          .map(([key, part]) => (
            <InputFields {...props} key={key} name={key} schema={part} path={[...path, key]} draft={group[key]} />
          ))}
      </div>
    </fieldset>
  )
}

/** A plain row: nothing in it but boxes and choices. */
function fieldsOfRow(item: InputSchema): boolean {
  const field = fieldKind(item)
  return (
    field.kind === 'group' &&
    field.fields.every(([, part]) => ['number', 'text', 'choice', 'flag'].includes(fieldKind(part).kind))
  )
}

function RowTable({ item, ...props }: Props & { item: InputSchema }) {
  const { name, schema, draft, path } = props
  const rows = isList(draft) ? draft : []
  const columns = Object.entries(item.properties ?? {})
  return (
    <fieldset className="calc-group calc-wide">
      <legend>{titleOf(name, schema)}</legend>
      {rows.length > 0 && (
        <div className="scroll-x calc-scroll">
          <table className="calc-table">
            <thead>
              <tr>
                {columns.map(([key, part]) => (
                  <th key={key}>{titleOf(key, part)}</th>
                ))}
                <th>
                  <span className="visually-hidden">Remove</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row, index) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: rows have no identity of their own and only their values change
                <tr key={index}>
                  {columns.map(([key, part]) => (
                    <td key={key}>
                      <Control
                        {...props}
                        label={`${titleOf(key, part)}, row ${index + 1}`}
                        schema={part}
                        path={[...path, String(index), key]}
                        draft={isGroup(row) ? row[key] : undefined}
                      />
                    </td>
                  ))}
                  <td>
                    <RemoveRow {...props} index={index} rows={rows} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <AddRow {...props} item={item} rows={rows} />
    </fieldset>
  )
}

function RowList({ item, ...props }: Props & { item: InputSchema }) {
  const { name, schema, draft, path } = props
  const rows = isList(draft) ? draft : []
  return (
    <fieldset className="calc-group calc-wide">
      <legend>{titleOf(name, schema)}</legend>
      {rows.map((row, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: rows have no identity of their own and only their values change
        <div className="calc-row" key={index}>
          <InputFields
            {...props}
            name={`${index + 1}`}
            schema={{ ...item, title: `${index + 1}` }}
            path={[...path, String(index)]}
            draft={row}
          />
          <RemoveRow {...props} index={index} rows={rows} />
        </div>
      ))}
      <AddRow {...props} item={item} rows={rows} />
    </fieldset>
  )
}

type RowProps = Pick<Props, 'path' | 'change'> & { readonly rows: readonly Draft[] }

function AddRow({ path, change, rows, item }: RowProps & { item: InputSchema }) {
  const next = fieldKind(item).kind === 'group' ? filledDraft(item) : emptyDraft(item)
  return (
    <Button size="small" onClick={() => change(path, [...rows, next])}>
      Add a row
    </Button>
  )
}

function RemoveRow({ path, change, rows, index }: RowProps & { index: number }) {
  return (
    <button
      type="button"
      className="calc-remove"
      aria-label={`Remove row ${index + 1}`}
      onClick={() =>
        change(
          path,
          rows.filter((_, place) => place !== index),
        )
      }
    >
      ×
    </button>
  )
}

function Labelled(props: Props) {
  const { name, schema } = props
  const refusal = refusalAt(props)
  const field = fieldKind(schema)
  const isWide = field.kind === 'numbers' || (field.kind === 'text' && field.isLong)
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: Control renders the box
    <label className={isWide ? 'calc-field calc-wide' : 'calc-field'}>
      <span>{titleOf(name, schema)}</span>
      {schema.description && <small className="soft">{schema.description}</small>}
      {refusal && <small className="tone-outside">{refusal.reason}</small>}
      <Control {...props} label={null} />
    </label>
  )
}

const refusalAt = ({ refusals, path }: Pick<Props, 'refusals' | 'path'>) =>
  refusals.find(({ field }) => field === path.join('.'))

function Control(props: Props & { label: string | null }) {
  const { schema, draft, path, change, label } = props
  const field = fieldKind(schema)
  const common = { 'aria-label': label ?? undefined, 'aria-invalid': refusalAt(props) ? true : undefined }
  const text = typeof draft === 'string' ? draft : ''
  if (field.kind === 'flag')
    return (
      <input
        {...common}
        type="checkbox"
        className="calc-flag"
        checked={draft === true}
        onChange={(event) => change(path, event.target.checked)}
      />
    )
  if (field.kind === 'choice')
    return (
      <select {...common} className="plain-select" value={text} onChange={(event) => change(path, event.target.value)}>
        {field.isOptional && <option value="">—</option>}
        {field.options.map((option) => (
          <option key={option} value={option}>
            {choiceWords(String(option), path.at(-1))}
          </option>
        ))}
      </select>
    )
  const isNumber = field.kind === 'number' || field.kind === 'numbers'
  return (
    <input
      {...common}
      className={isNumber ? 'calc-box num' : 'calc-box'}
      type="text"
      inputMode={field.kind === 'number' ? 'decimal' : undefined}
      autoComplete="off"
      spellCheck={false}
      value={text}
      onChange={(event) => change(path, event.target.value)}
    />
  )
}
