'use client'
import Button from '@mui/material/Button'
import type { ReactNode } from 'react'
import { PART_BOUNDARY_PERCENT } from '@/core/error/errorLimit'
import { formatPlain } from '@/core/format/formatNumber'
import { MOST_FURTHER_PARTS } from '@/schema/errorLimit'
import { emptyTerms, type LimitBoxes, NEW_TERM, type PartBoxes, type TermsBoxes } from '@/schema/instrument/limitBoxes'
import { BoundBox, BoundChoice, refusalLine, refusalOf } from '../../kit/form/BoundFields'
import { PRESSURE_UNIT_CHOICES } from '../../kit/form/pressureUnitChoices'
import type { InstrumentFormProps } from './instrumentFormProps'

const KINDS = [
  ['percentSpan', '% of span'],
  ['percentReading', '% of reading'],
  ['percentUrl', '% of URL'],
  ['absolute', 'absolute'],
  ['counts', 'counts of the display'],
] as const
const COMBINATIONS = [
  ['larger', 'the larger of them'],
  ['sum', 'their sum'],
] as const
const MOST_TERMS = 4
/** Characters of a label that a narrow box shows whole. */
const SHORT = 16

type Props = InstrumentFormProps & {
  name: 'errorLimit' | 'adjustLimit'
  label: string
  isOptional?: boolean
}

/** A limit of one or more terms, their sum or the larger of them; by part of the range, and for each sign, if need be. */
export function LimitFields({ form, name, label, isOptional = false }: Props) {
  const limit = form.draft.configuration[name]
  const change = (next: LimitBoxes | null) => form.change(['configuration', name], next)
  if (!limit)
    return (
      <div className="actions">
        <span className="soft">{label}: none, adjusted only when outside</span>
        <Button size="small" onClick={() => change(emptyTerms())}>
          Add an {label.toLowerCase()}
        </Button>
      </div>
    )
  const refusal = refusalOf(form, `configuration.${name}`)
  const { further = [], ...first } = limit
  const changeFurther = (next: typeof further) => change({ ...first, ...(next.length > 0 && { further: next }) })
  const path = `configuration.${name}`
  return (
    <div className="stack" style={{ gap: 8 }}>
      <PartFields form={form} path={path} label={label} part={first} change={(part) => change({ ...limit, ...part })}>
        {isOptional && <Button onClick={() => change(null)}>No {label.toLowerCase()}</Button>}
      </PartFields>
      {further.map((part, index) => (
        <PartFields
          // biome-ignore lint/suspicious/noArrayIndexKey: parts have no identity of their own and only their values change
          key={index}
          form={form}
          path={`${path}.further.${index}`}
          label={`${label} from ${part.fromPercent || '…'} %`}
          part={part}
          change={({ combine, terms, below }) =>
            changeFurther(
              further.with(index, {
                ...{ fromPercent: part.fromPercent, combine, terms },
                ...(below && { below }),
              }),
            )
          }
          from={
            <BoundBox
              form={form}
              path={`${path}.further.${index}.fromPercent`}
              label="From, % of range"
              isNumber
              width={150}
            />
          }
        >
          <Button onClick={() => changeFurther(further.toSpliced(index, 1))}>Remove this part</Button>
        </PartFields>
      ))}
      {further.length < MOST_FURTHER_PARTS && (
        <div className="actions">
          <Button size="small" onClick={() => changeFurther([...further, { fromPercent: '', ...emptyTerms() }])}>
            Another limit from a % of the range
          </Button>
          {further.length > 0 && (
            <span className="soft small">
              Within {formatPlain(PART_BOUNDARY_PERCENT)} % of where two parts meet, the smaller limit holds.
            </span>
          )}
        </div>
      )}
      {refusal && (
        <p className="small tone-outside" role="alert">
          {label} {refusalLine(refusal)}
        </p>
      )}
    </div>
  )
}

type PartProps = InstrumentFormProps & {
  readonly path: string
  readonly label: string
  readonly part: PartBoxes
  readonly change: (part: PartBoxes) => void
  /** Where the part begins; the first begins with the range. */
  readonly from?: ReactNode
  /** What can be done with the whole part. */
  readonly children: ReactNode
}

/** The limit of one part of the range: one for both signs, or one for each. */
function PartFields({ form, path, label, part, change, from, children }: PartProps) {
  const { below, ...above } = part
  const shared = { form, change: (terms: TermsBoxes) => change({ ...part, ...terms }) }
  return (
    <>
      <TermsFields {...shared} path={path} label={below ? `${label}, +` : `${label}, ±`} limit={above} from={from}>
        {!below && <Button onClick={() => change({ ...above, below: emptyTerms() })}>Another below zero</Button>}
        {children}
      </TermsFields>
      {below && (
        <TermsFields
          form={form}
          path={`${path}.below`}
          label={`${label}, below zero, −`}
          limit={below}
          change={(terms) => change({ ...above, below: terms })}
        >
          <Button onClick={() => change(above)}>The same below zero</Button>
        </TermsFields>
      )}
    </>
  )
}

type TermsProps = Omit<PartProps, 'part' | 'change'> & {
  readonly limit: TermsBoxes
  readonly change: (limit: TermsBoxes) => void
}

/** The terms of one limit. */
function TermsFields({ form, path, label, limit, change, from, children }: TermsProps) {
  const { terms } = limit
  return (
    <>
      {terms.map((term, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: terms have no identity of their own and only their values change
        <div key={index} className="actions" style={{ alignItems: 'start' }}>
          {index === 0 && from}
          <TermFields
            form={form}
            path={`${path}.terms.${index}`}
            kind={term.kind}
            label={index === 0 ? label : `and ${label.at(-1)}`}
          />
          {terms.length > 1 && (
            <Button onClick={() => change({ ...limit, terms: terms.filter((_, place) => place !== index) })}>
              Remove
            </Button>
          )}
          {index === terms.length - 1 && terms.length < MOST_TERMS && (
            <Button onClick={() => change({ ...limit, terms: [...terms, NEW_TERM] })}>Add a term</Button>
          )}
          {index === 0 && children}
        </div>
      ))}
      {terms.length > 1 && (
        <BoundChoice form={form} path={`${path}.combine`} label="Terms combine as" options={COMBINATIONS} width={260} />
      )}
    </>
  )
}

/** One term: how much, of what, and in which unit where that is not %. */
function TermFields({ form, path, kind, label }: InstrumentFormProps & { path: string; kind: string; label: string }) {
  return (
    <>
      <BoundBox form={form} path={`${path}.value`} label={label} isNumber width={label.length > SHORT ? 230 : 150} />
      <BoundChoice form={form} path={`${path}.kind`} label="of" options={KINDS} width={150} />
      {kind === 'counts' && <BoundBox form={form} path={`${path}.step`} label="one count is" isNumber width={120} />}
      {(kind === 'absolute' || kind === 'counts') && (
        <BoundChoice form={form} path={`${path}.unit`} label="unit" options={PRESSURE_UNIT_CHOICES} width={150} />
      )}
    </>
  )
}
