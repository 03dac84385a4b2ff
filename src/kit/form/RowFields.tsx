import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableContainer from '@mui/material/TableContainer'
import TableHead from '@mui/material/TableHead'
import TableRow from '@mui/material/TableRow'
import type { ComponentType } from 'react'
import { type Draft, emptyDraft, filledDraft, isGroup, isList } from './draft'
import type { FieldProps } from './fieldProps'
import { fieldKind, type InputSchema, titleOf } from './inputSchema'
import { SchemaControl } from './SchemaControl'

type Props = FieldProps & {
  readonly item: InputSchema
  /** Draws the fields of a row that is a group of its own. */
  readonly Fields: ComponentType<FieldProps>
}

/** Rows of a list: a table where each is plain, one under the other where they are groups of their own. */
export function RowFields({ item, Fields, ...props }: Props) {
  const { name, schema, draft } = props
  const rows = isList(draft) ? draft : []
  return (
    <fieldset className="calc-group calc-wide">
      <legend>{titleOf(name, schema)}</legend>
      {fieldsOfRow(item) ? (
        <RowTable {...props} item={item} rows={rows} />
      ) : (
        rows.map((row, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: rows have no identity of their own and only their values change
          <div className={isDeep(item) ? 'calc-card' : 'calc-row'} key={index}>
            <Fields
              {...props}
              name={`${index + 1}`}
              schema={{ ...item, title: `${index + 1}` }}
              path={[...props.path, String(index)]}
              draft={row}
            />
            <RemoveRow {...props} index={index} rows={rows} />
          </div>
        ))
      )}
      <AddRow {...props} item={item} rows={rows} />
    </fieldset>
  )
}

/** A row with rows of its own is a thing by itself, and keeps the names of its parts. */
function isDeep(item: InputSchema): boolean {
  const field = fieldKind(item)
  return field.kind === 'group' && field.fields.some(([, part]) => fieldKind(part).kind === 'rows')
}

/** A plain row: nothing in it but boxes and choices. */
function fieldsOfRow(item: InputSchema): boolean {
  const field = fieldKind(item)
  return (
    field.kind === 'group' &&
    field.fields.every(([, part]) => ['number', 'text', 'choice', 'flag'].includes(fieldKind(part).kind))
  )
}

function RowTable({ item, rows, ...props }: FieldProps & { item: InputSchema; rows: readonly Draft[] }) {
  const { path } = props
  const columns = Object.entries(item.properties ?? {})
  if (rows.length === 0) return null
  return (
    <TableContainer className="calc-scroll">
      <Table size="small" className="calc-table">
        <TableHead>
          <TableRow>
            {columns.map(([key, part]) => (
              <TableCell key={key}>{titleOf(key, part)}</TableCell>
            ))}
            <TableCell>
              <span className="visually-hidden">Remove</span>
            </TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.map((row, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: rows have no identity of their own and only their values change
            <TableRow key={index}>
              {columns.map(([key, part]) => (
                <TableCell key={key}>
                  <SchemaControl
                    {...props}
                    label={`${titleOf(key, part)}, row ${index + 1}`}
                    schema={part}
                    path={[...path, String(index), key]}
                    draft={isGroup(row) ? row[key] : undefined}
                  />
                </TableCell>
              ))}
              <TableCell>
                <RemoveRow {...props} index={index} rows={rows} />
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </TableContainer>
  )
}

type RowProps = Pick<FieldProps, 'path' | 'change'> & { readonly rows: readonly Draft[] }

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
    <IconButton
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
    </IconButton>
  )
}
