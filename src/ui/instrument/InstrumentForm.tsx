'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { type FormEvent, useRef, useState } from 'react'
import { flushSync } from 'react-dom'
import { z } from 'zod'
import type { RefusedField } from '@/schema/answer'
import { INSTRUMENT_KINDS } from '@/schema/configuration'
import { ConfigurationEdit, NewInstrument } from '@/schema/configurationForm'
import { type Answer, inWords, send } from '../api'
import { BoundBox, BoundChoice } from '../form/BoundFields'
import { useDraftForm } from '../form/useDraftForm'
import { LinkButton } from '../parts/LinkButton'
import { Notice } from '../parts/Notice'
import { CheckingFields } from './CheckingFields'
import type { InstrumentValues } from './formValues'
import { ParticularsFields } from './ParticularsFields'
import { RangeFields } from './RangeFields'

/** What the form is for: a new instrument, or a further version of one. */
export type FormPurpose = { kind: 'register' } | { kind: 'edit'; id: string; tag: string; version: number }

type Props = { purpose: FormPurpose; initial: InstrumentValues; areas: readonly string[] }

const EditSchema = ConfigurationEdit.omit({ basedOnVersion: true }).extend({ tag: z.string() })

/** Registers an instrument or edits one. The same schema checks it here and on the server. */
export function InstrumentForm({ purpose, initial, areas }: Props) {
  const form = useDraftForm<typeof EditSchema | typeof NewInstrument, InstrumentValues>(
    purpose.kind === 'edit' ? EditSchema : NewInstrument,
    initial,
  )
  const { boxes, save, isSaving, failure } = useSaving(purpose, form)
  return (
    <form ref={boxes} className="stack" onSubmit={save} noValidate aria-label="Instrument">
      <fieldset className="card stack plain-fieldset">
        <legend>What and where</legend>
        <div className="field-row">
          <BoundBox
            form={form}
            path="tag"
            label="Tag"
            {...(purpose.kind === 'edit' && { isFixed: true, says: 'stays as registered' })}
          />
          <BoundBox form={form} path="configuration.description" label="Description" />
          <BoundBox form={form} path="configuration.area" label="Area" list="areas" />
          <BoundChoice form={form} path="configuration.kind" label="Kind" options={KINDS} />
        </div>
        <datalist id="areas">
          {areas.map((area) => (
            <option key={area} value={area} />
          ))}
        </datalist>
      </fieldset>
      <RangeFields form={form} />
      <CheckingFields form={form} />
      <ParticularsFields form={form} />
      {purpose.kind === 'edit' && <BoundBox form={form} path="reason" label="Why is it changed?" />}
      {failure && (
        <Notice tone="outside" role="alert">
          {failure}
        </Notice>
      )}
      <div className="actions">
        <Button type="submit" variant="contained" size="large" disabled={isSaving}>
          {purpose.kind === 'edit' ? `Save as version ${purpose.version + 1}` : 'Register'}
        </Button>
        <LinkButton href={purpose.kind === 'edit' ? `/instruments/${encodeURIComponent(purpose.tag)}` : '/instruments'}>
          Cancel
        </LinkButton>
      </div>
    </form>
  )
}

const KINDS = Object.entries(INSTRUMENT_KINDS)

type Filled = Pick<ReturnType<typeof useDraftForm>, 'refusals' | 'tryIt' | 'refuse'> & {
  readonly draft: InstrumentValues
  /** Null until the form makes sense. */
  readonly value: unknown
}

/** Sends the form once it makes sense; leads to the first box that does not. */
function useSaving(purpose: FormPurpose, { draft, value, refusals, tryIt, refuse }: Filled) {
  const router = useRouter()
  const boxes = useRef<HTMLFormElement>(null)
  const [failure, setFailure] = useState<string | null>(null)
  const [isSaving, setSaving] = useState(false)
  const toFirstRefused = () => boxes.current?.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus()
  const save = async (event: FormEvent) => {
    event.preventDefault()
    setFailure(null)
    if (value === null) {
      flushSync(tryIt)
      setFailure(beyondBoxes(refusals, draft))
      return toFirstRefused()
    }
    setSaving(true)
    const answer = await sendForm(purpose, draft)
    setSaving(false)
    if (answer.kind === 'done') {
      router.push(`/instruments/${encodeURIComponent(answer.value.tag)}`)
      router.refresh()
    } else if (answer.kind === 'unreachable')
      setFailure('Barys does not answer. What you typed is still here: try again.')
    else {
      flushSync(() => refuse(answer.refusals))
      setFailure(beyondBoxes(answer.refusals, draft))
      toFirstRefused()
    }
  }
  return { boxes, save, isSaving, failure }
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

/** What the server refuses and no box of the form stands for, in words. */
function beyondBoxes(refusals: readonly RefusedField[], { configuration }: InstrumentValues): string {
  const homeless = refusals.filter(({ field }) => {
    const [root = '', sub = ''] = field.split('.')
    return !(root === 'tag' || root === 'reason' || (root === 'configuration' && sub in configuration))
  })
  return homeless.length > 0 ? homeless.map(inWords).join(' ') : 'Look at the marked boxes.'
}
