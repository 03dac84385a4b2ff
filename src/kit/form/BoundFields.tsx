'use client'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { memo } from 'react'
import type { Condition } from '@/core/units/conditionUnits'
import type { RefusedField } from '@/schema/answer'
import { NumberBox, WordsBox } from './boxes'
import { ConditionBox } from './ConditionBox'
import { partAt } from './draft'
import { ManyChoice } from './ManyChoice'
import { type BoundForm, type ChangeDraft, isAt } from './useDraftForm'

type Named = {
  /** Where in the draft it stands, e.g. `configuration.lrv`. */
  readonly path: string
  readonly label: string
  /** Under it, while nothing is wrong. */
  readonly says?: string | undefined
  readonly width?: number
}
type BoxProps = Named & {
  readonly isNumber?: boolean
  /** A condition of work: shown in the unit of the site. */
  readonly condition?: Condition
  readonly list?: string
  readonly isFixed?: boolean
  readonly isSecret?: boolean
  readonly isLong?: boolean
  readonly autoComplete?: string
  readonly autoFocus?: boolean
}
type ChoiceProps = Named & { readonly options: readonly (readonly [id: string, words: string])[] }

/** A box of a form: text, or a number as typed. */
export function BoundBox({ form, ...props }: BoxProps & { form: BoundForm }) {
  return <Box {...props} {...boundAt(form, props.path)} change={form.change} leave={form.leave} />
}

/** As many are looked through; more are found by their letters. */
const FEW = 15

/** One of several, in a form. */
export function BoundChoice({ form, ...props }: ChoiceProps & { form: BoundForm }) {
  return <Select {...props} {...boundAt(form, props.path)} change={form.change} />
}

/** What is wrong at a place of a form; undefined where it is well. */
export const refusalOf = ({ shown }: Pick<BoundForm, 'shown'>, path: string): RefusedField | undefined =>
  shown.find(({ field }) => field === path)

/** A refusal in one line, as it stands under a box. */
export const refusalLine = ({ reason, remedy }: RefusedField): string => (remedy ? `${reason}: ${remedy}` : reason)

function boundAt(form: BoundForm, path: string) {
  const value = partAt(form.draft, path.split('.'))
  // A box that holds a list is refused at one of its values.
  const refusal = form.shown.find(({ field }) => isAt(field, path))
  return { value: typeof value === 'string' ? value : '', refused: refusal && refusalLine(refusal) }
}

type Bound = { readonly value: string; readonly refused: string | undefined; readonly change: ChangeDraft }

// Drawn again only where it changed: a form may hold fifty of them, and a key must not wait for the others.
const Box = memo(function Box(props: BoxProps & Bound & { leave: BoundForm['leave'] }) {
  const { path, label, says, width, value, refused, change, leave } = props
  const { isNumber, condition, list, isFixed, isSecret, isLong, autoComplete = 'off', autoFocus } = props
  const typed = {
    ...{ name: path, label, value, refused, helperText: says },
    change: (text: string) => change(path.split('.'), text),
    onBlur: () => leave(path),
  }
  if (condition) return <ConditionBox condition={condition} {...typed} />
  const Typed = isNumber ? NumberBox : WordsBox
  return (
    <Typed
      {...typed}
      {...(isSecret && { isSecret })}
      {...(isLong && { multiline: true })}
      {...(autoFocus && { autoFocus })}
      {...(width !== undefined && { sx: { width } })}
      slotProps={{ htmlInput: { list, readOnly: isFixed, autoComplete } }}
    />
  )
})

const Select = memo(function Select({
  path,
  label,
  says,
  width,
  options,
  value,
  refused,
  change,
}: ChoiceProps & Bound) {
  if (options.length > FEW)
    return (
      <ManyChoice
        {...{ label, value, options, width }}
        name={path}
        choose={(id) => change(path.split('.'), id)}
        says={refused ?? says}
        isRefused={refused !== undefined}
      />
    )
  return (
    <TextField
      select
      name={path}
      label={label}
      size="small"
      value={value}
      onChange={(event) => change(path.split('.'), event.target.value)}
      error={refused !== undefined}
      helperText={refused ?? says}
      {...(width !== undefined && { sx: { width } })}
    >
      {options.map(([id, words]) => (
        <MenuItem key={id} value={id}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  )
})
