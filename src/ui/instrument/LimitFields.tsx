'use client'
import Button from '@mui/material/Button'
import type { LimitBoxes } from '@/schema/instrument/limitBoxes'
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
const NEW_TERM = { kind: 'percentSpan', value: '', step: '', unit: 'kPa' }
const MOST_TERMS = 4

type Props = InstrumentFormProps & {
  name: 'errorLimit' | 'adjustLimit'
  label: string
  isOptional?: boolean
}

/** A limit of one or more terms: their sum, or the larger of them. */
export function LimitFields({ form, name, label, isOptional = false }: Props) {
  const limit = form.draft.configuration[name]
  const change = (next: LimitBoxes | null) => form.change(['configuration', name], next)
  if (!limit)
    return (
      <div className="actions">
        <span className="soft">{label}: none, adjusted only when outside</span>
        <Button size="small" onClick={() => change({ combine: 'larger', terms: [NEW_TERM] })}>
          Add an {label.toLowerCase()}
        </Button>
      </div>
    )
  const refusal = refusalOf(form, `configuration.${name}`)
  const { terms } = limit
  return (
    <div className="stack" style={{ gap: 8 }}>
      {terms.map((term, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: terms have no identity of their own and only their values change
        <div key={index} className="actions" style={{ alignItems: 'start' }}>
          <TermFields
            form={form}
            path={`configuration.${name}.terms.${index}`}
            kind={term.kind}
            label={index === 0 ? `${label}, ±` : 'and ±'}
          />
          {terms.length > 1 && (
            <Button onClick={() => change({ ...limit, terms: terms.filter((_, place) => place !== index) })}>
              Remove
            </Button>
          )}
          {index === terms.length - 1 && terms.length < MOST_TERMS && (
            <Button onClick={() => change({ ...limit, terms: [...terms, NEW_TERM] })}>Add a term</Button>
          )}
          {isOptional && index === 0 && <Button onClick={() => change(null)}>No {label.toLowerCase()}</Button>}
        </div>
      ))}
      {terms.length > 1 && (
        <BoundChoice
          form={form}
          path={`configuration.${name}.combine`}
          label="Terms combine as"
          options={COMBINATIONS}
          width={260}
        />
      )}
      {refusal && (
        <p className="small tone-outside" role="alert">
          {label} {refusalLine(refusal)}
        </p>
      )}
    </div>
  )
}

/** One term: how much, of what, and in which unit where that is not %. */
function TermFields({ form, path, kind, label }: InstrumentFormProps & { path: string; kind: string; label: string }) {
  return (
    <>
      <BoundBox form={form} path={`${path}.value`} label={label} isNumber width={150} />
      <BoundChoice form={form} path={`${path}.kind`} label="of" options={KINDS} width={150} />
      {kind === 'counts' && <BoundBox form={form} path={`${path}.step`} label="one count is" isNumber width={120} />}
      {(kind === 'absolute' || kind === 'counts') && (
        <BoundChoice form={form} path={`${path}.unit`} label="unit" options={PRESSURE_UNIT_CHOICES} width={150} />
      )}
    </>
  )
}
