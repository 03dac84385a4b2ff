'use client'
import { zodResolver } from '@hookform/resolvers/zod'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { type FieldPath, type Resolver, type UseFormReturn, useForm, useWatch } from 'react-hook-form'
import { z } from 'zod'
import { HOOK_UPS } from '@/core/run/plan/hookUp'
import { POINT_ORDERS } from '@/core/run/plan/plan'
import { POINT_SCALES } from '@/core/run/plan/pointScale'
import { SIGNAL_IDS, signalLabel } from '@/core/signal/signal'
import { PRESSURE_KINDS } from '@/core/units/pressureKind'
import { convertPressure, PRESSURE_UNIT_IDS, type PressureUnit, pressureUnitLabel } from '@/core/units/pressureUnit'
import { INSTRUMENT_KINDS } from '@/schema/configuration'
import { ConfigurationEdit, ConfigurationForm, NewInstrument } from '@/schema/configurationForm'
import { TRANSFER_WORDS } from '@/words/transferWords'
import { type Answer, inWords, send } from '../api'
import { LinkButton } from '../parts/LinkButton'
import { Notice } from '../parts/Notice'
import { Tick } from '../parts/Tick'
import { RangeBeam } from '../pictures/RangeBeam'
import { BodyFields } from './BodyFields'
import type { InstrumentValues } from './formValues'
import { LimitFields } from './LimitFields'
import { ParticularsFields } from './ParticularsFields'

/** What the form is for: a new instrument, or a further version of one. */
export type FormPurpose = { kind: 'register' } | { kind: 'edit'; id: string; tag: string; version: number }

type Props = { purpose: FormPurpose; initial: InstrumentValues; areas: readonly string[] }
type Form = UseFormReturn<InstrumentValues>

const EditSchema = ConfigurationEdit.omit({ basedOnVersion: true }).extend({ tag: z.string() })
const UNITS = PRESSURE_UNIT_IDS.map((id) => [id, pressureUnitLabel(id)] as const)

/** Registers an instrument or edits one. The same schema checks it here and on the server. */
export function InstrumentForm({ purpose, initial, areas }: Props) {
  const router = useRouter()
  const [failure, setFailure] = useState<string | null>(null)
  const form = useForm<InstrumentValues>({
    defaultValues: initial,
    // The schema reads text boxes and gives numbers; the form only needs its complaints.
    resolver: zodResolver(
      purpose.kind === 'edit' ? EditSchema : NewInstrument,
    ) as unknown as Resolver<InstrumentValues>,
    mode: 'onTouched',
  })

  const save = async () => {
    setFailure(null)
    const answer = await sendForm(purpose, form.getValues())
    if (answer.kind === 'done') router.push(`/instruments/${encodeURIComponent(answer.value.tag)}`)
    else setFailure(showRefusals(answer, form))
    if (answer.kind === 'done') router.refresh()
  }

  return (
    <form className="stack" onSubmit={form.handleSubmit(save)} noValidate aria-label="Instrument">
      <fieldset className="card stack plain-fieldset">
        <legend>What and where</legend>
        <div className="field-row">
          <Field form={form} name="tag" label="Tag" disabled={purpose.kind === 'edit'} />
          <Field form={form} name="configuration.description" label="Description" />
          <Field form={form} name="configuration.area" label="Area" list="areas" />
          <Choice form={form} name="configuration.kind" label="Kind" options={Object.entries(INSTRUMENT_KINDS)} />
        </div>
        <datalist id="areas">
          {areas.map((area) => (
            <option key={area} value={area} />
          ))}
        </datalist>
      </fieldset>
      <fieldset className="card stack plain-fieldset">
        <legend>Sensor and range</legend>
        <div className="field-row">
          <Choice
            form={form}
            name="configuration.pressureKind"
            label="Measures"
            options={Object.entries(PRESSURE_KINDS).map(([id, { label }]) => [id, `${label} pressure`])}
          />
          <UnitChoice form={form} />
          <Field form={form} name="configuration.lrl" label="Sensor lower limit (LRL)" isNumber />
          <Field form={form} name="configuration.url" label="Sensor upper limit (URL)" isNumber />
          <Field form={form} name="configuration.minSpan" label="Smallest span" isNumber />
        </div>
        <div className="field-row">
          <Field form={form} name="configuration.lrv" label="LRV (0 % output)" isNumber />
          <Field form={form} name="configuration.urv" label="URV (100 % output)" isNumber />
          <Choice
            form={form}
            name="configuration.signal"
            label="Output"
            options={SIGNAL_IDS.map((id) => [id, signalLabel(id)])}
          />
        </div>
        <div className="field-row">
          <Choice
            form={form}
            name="configuration.transfer.kind"
            label="Output follows the input"
            options={Object.entries(TRANSFER_WORDS)}
          />
          <CutOff form={form} />
          <Choice form={form} name="configuration.hookUp" label="Connected by" options={Object.entries(HOOK_UPS)} />
        </div>
        <DisplayFields form={form} />
        <HostRoot form={form} />
        <BodyFields form={form} />
        <LiveBeam form={form} />
      </fieldset>
      <fieldset className="card stack plain-fieldset">
        <legend>Limits and checking</legend>
        <LimitFields form={form} name="errorLimit" label="Error limit" />
        <LimitFields form={form} name="adjustLimit" label="Adjust limit" isOptional />
        <div className="field-row">
          <Field form={form} name="configuration.testPoints" label="Test points" />
          <Choice
            form={form}
            name="configuration.pointScale"
            label="Points are"
            options={Object.entries(POINT_SCALES)}
          />
          <Choice
            form={form}
            name="configuration.pointOrder"
            label="Direction"
            options={Object.entries(POINT_ORDERS)}
          />
          <Field form={form} name="configuration.intervalMonths" label="Interval, months" isNumber />
        </div>
      </fieldset>
      <ParticularsFields form={form} />
      {purpose.kind === 'edit' && <Field form={form} name="reason" label="Why is it changed?" />}
      {failure && (
        <Notice tone="outside" role="alert">
          {failure}
        </Notice>
      )}
      <div className="actions">
        <Button type="submit" variant="contained" size="large" disabled={form.formState.isSubmitting}>
          {purpose.kind === 'edit' ? `Save as version ${purpose.version + 1}` : 'Register'}
        </Button>
        <LinkButton href={purpose.kind === 'edit' ? `/instruments/${encodeURIComponent(purpose.tag)}` : '/instruments'}>
          Cancel
        </LinkButton>
      </div>
    </form>
  )
}

function sendForm(
  purpose: FormPurpose,
  { tag, reason, configuration }: InstrumentValues,
): Promise<Answer<{ tag: string }>> {
  if (purpose.kind === 'register') return send('/api/v1/instruments', { tag, configuration })
  return send(`/api/v1/instruments/${purpose.id}/configuration`, {
    basedOnVersion: purpose.version,
    reason,
    configuration,
  })
}

/** Puts the server's refusals beside their fields; returns what belongs to none. */
function showRefusals(answer: Exclude<Answer<unknown>, { kind: 'done' }>, form: Form): string | null {
  if (answer.kind === 'unreachable') return 'Barys does not answer. What you typed is still here: try again.'
  const fields = new Set(Object.keys(form.getValues().configuration))
  const homeless = answer.refusals.filter((refusal) => {
    const [root = '', sub = ''] = refusal.field.split('.')
    const isField = root === 'tag' || root === 'reason' || (root === 'configuration' && fields.has(sub))
    // A refusal of the server names a field of this form; the type cannot know that.
    if (isField) form.setError(refusal.field as FieldPath<InstrumentValues>, { message: inWords(refusal) })
    return !isField
  })
  return homeless.length > 0 ? homeless.map(inWords).join(' ') : 'Look at the marked boxes.'
}

type FieldProps = {
  form: Form
  name: FieldPath<InstrumentValues>
  label: string
  isNumber?: boolean
  list?: string
  disabled?: boolean
}

function Field({ form, name, label, isNumber, list, disabled }: FieldProps) {
  const { error } = form.getFieldState(name, form.formState)
  return (
    <TextField
      {...form.register(name)}
      label={label}
      size="small"
      slotProps={{
        htmlInput: {
          ...(isNumber && { inputMode: 'decimal', className: 'num' }),
          list,
          readOnly: disabled,
          autoComplete: 'off',
        },
        inputLabel: { shrink: true },
      }}
      error={error !== undefined}
      helperText={error?.message ?? (disabled ? 'stays as registered' : undefined)}
    />
  )
}

type ChoiceProps = {
  form: Form
  name: FieldPath<InstrumentValues>
  label: string
  options: readonly (readonly [string, string])[]
}

function Choice({ form, name, label, options }: ChoiceProps) {
  const value = useWatch({ control: form.control, name })
  const { error } = form.getFieldState(name, form.formState)
  return (
    <TextField
      select
      {...form.register(name)}
      value={value ?? ''}
      label={label}
      size="small"
      error={error !== undefined}
      helperText={error?.message}
    >
      {options.map(([id, words]) => (
        <MenuItem key={id} value={id}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  )
}

/** Figures of the register that are in the unit of the range. */
const IN_UNIT = ['lrl', 'url', 'minSpan', 'lrv', 'urv'] as const

/** The unit of the range. Changing it converts what stands in the boxes: 10 bar never silently becomes 10 psi. */
function UnitChoice({ form }: { form: Form }) {
  const value = useWatch({ control: form.control, name: 'configuration.unit' })
  const [note, setNote] = useState<string | null>(null)
  const change = (next: string) => {
    const before = value as PressureUnit // only units of ours are offered
    const after = next as PressureUnit
    const converted = IN_UNIT.filter((field) =>
      convertBox(form, field, (typed) => convertPressure(typed, before, after)),
    )
    form.setValue('configuration.unit', next)
    const stand =
      form.getValues('configuration.pointScale') === 'value' || form.getValues('configuration.body') !== null
    setNote(
      converted.length === 0
        ? null
        : `limits and range converted from ${pressureUnitLabel(before)}${stand ? '; look at points and body, which stand as they were' : ''}`,
    )
  }
  return (
    <TextField
      select
      label="Unit"
      size="small"
      value={value ?? ''}
      onChange={(event) => change(event.target.value)}
      helperText={note}
    >
      {UNITS.map(([id, words]) => (
        <MenuItem key={id} value={id}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  )
}

/** Converts one box, if a number stands in it. */
function convertBox(form: Form, field: (typeof IN_UNIT)[number], convert: (typed: number) => number): boolean {
  const typed = form.getValues(`configuration.${field}`).trim().replace(',', '.').replace('−', '-')
  if (typed === '' || !Number.isFinite(Number(typed))) return false
  form.setValue(`configuration.${field}`, String(Number(convert(Number(typed)).toPrecision(9))), { shouldDirty: true })
  return true
}

/** The low-flow cut-off, where a root is taken. */
function CutOff({ form }: { form: Form }) {
  const kind = useWatch({ control: form.control, name: 'configuration.transfer.kind' })
  if (kind === 'linear') return null
  return <Field form={form} name="configuration.transfer.cutOffPercent" label="Low-flow cut-off, % of flow" isNumber />
}

/** Whether the host takes the square root, so that the instrument must not. */
function HostRoot({ form }: { form: Form }) {
  const kind = useWatch({ control: form.control, name: 'configuration.transfer.kind' })
  const hostRoot = useWatch({ control: form.control, name: 'configuration.hostRoot' })
  if (kind !== 'linear') return null
  return (
    <Tick
      label="The host takes the square root"
      why="the display scale is then what the host shows"
      checked={hostRoot}
      change={(takesIt) => form.setValue('configuration.hostRoot', takesIt, { shouldDirty: true })}
    />
  )
}

/** What a display of its own shows, apart from the range. */
function DisplayFields({ form }: { form: Form }) {
  const scale = useWatch({ control: form.control, name: 'configuration.displayScale' })
  if (!scale)
    return (
      <div className="actions">
        <span className="soft">Display: none of its own, or it shows the range</span>
        <Button
          size="small"
          onClick={() => form.setValue('configuration.displayScale', { lower: '', upper: '', unit: '' })}
        >
          Add a display scale
        </Button>
      </div>
    )
  return (
    <div className="field-row">
      <Field form={form} name="configuration.displayScale.lower" label="Display at 0 % output" isNumber />
      <Field form={form} name="configuration.displayScale.upper" label="Display at 100 % output" isNumber />
      <Field form={form} name="configuration.displayScale.unit" label="Display unit" />
      <Button size="small" onClick={() => form.setValue('configuration.displayScale', null)}>
        No display scale
      </Button>
    </div>
  )
}

/** The beam of what is typed so far, as soon as it makes sense. */
function LiveBeam({ form }: { form: Form }) {
  const values = useWatch({ control: form.control, name: 'configuration' })
  const shape = ConfigurationForm.safeParse({
    ...values,
    description: 'x',
    area: 'x',
    errorLimit: ANY_LIMIT,
    adjustLimit: null,
    testPoints: '0 100',
    intervalMonths: 1,
    pointScale: 'input',
    transfer: { kind: 'linear' },
    displayScale: null,
    body: null,
    hostRoot: false,
    readability: undefined,
    repeatabilityPercentSpan: '',
  })
  if (!shape.success)
    return <p className="soft small">The range beam appears here once limits and range fit together.</p>
  const { lrl, url, minSpan, lrv, urv, unit } = shape.data
  return <RangeBeam data={{ lrl, url, minSpan, lrv, urv, unitLabel: pressureUnitLabel(unit) }} detail="full" />
}

const ANY_LIMIT = { combine: 'larger', terms: [{ kind: 'percentSpan', value: 1 }] }
