'use client'
import type { FieldBox, FieldGroup } from '@/schema/instrument/instrumentField'
import { INSTRUMENT_FIELD_LIST } from '@/schema/instrument/instrumentFields'
import { BoundBox, BoundChoice } from '../../kit/form/BoundFields'
import type { InstrumentFormProps } from './instrumentFormProps'

type Placed = { readonly row: number; readonly path: string; readonly box: FieldBox }

/** Boxes of a group that no component of the group draws for itself. */
function boxesOf(wanted: FieldGroup): Placed[] {
  return INSTRUMENT_FIELD_LIST.flatMap(([name, { drawn }]) =>
    drawn.group === wanted && 'boxes' in drawn
      ? drawn.boxes.map((box) => ({ row: drawn.row, path: ['configuration', name, ...box.path].join('.'), box }))
      : [],
  )
}

/** The rows of boxes of a group of fields, as the fields say. `first` stands before the boxes of row 1. */
export function GroupFields({
  form,
  group,
  first,
}: InstrumentFormProps & { group: FieldGroup; first?: React.ReactNode }) {
  const boxes = boxesOf(group)
  const rows = [...new Set(boxes.map(({ row }) => row))].toSorted((a, b) => a - b)
  return rows.map((row) => (
    <div key={row} className="field-row">
      {row === 1 && first}
      {boxes
        .filter((each) => each.row === row)
        .map(({ path, box }) => (
          <OneBox key={path} form={form} path={path} box={box} />
        ))}
    </div>
  ))
}

function OneBox({ form, path, box }: InstrumentFormProps & { path: string; box: FieldBox }) {
  switch (box.as) {
    case 'choice':
      return <BoundChoice form={form} path={path} label={box.label} options={box.options} />
    case 'number':
      return <BoundBox form={form} path={path} label={box.label} isNumber />
    case 'text':
      return <BoundBox form={form} path={path} label={box.label} {...(box.list && { list: box.list })} />
    default:
      return box satisfies never
  }
}
