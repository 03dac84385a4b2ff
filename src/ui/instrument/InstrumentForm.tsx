'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { z } from 'zod'
import { ConfigurationEdit, NewInstrument } from '@/schema/configurationForm'
import { type Answer, send } from '../../kit/api'
import { BoundBox } from '../../kit/form/BoundFields'
import { useDraftForm } from '../../kit/form/useDraftForm'
import { useSubmit } from '../../kit/form/useSubmit'
import { LinkButton } from '../../kit/parts/LinkButton'
import { Notice } from '../../kit/parts/Notice'
import { CheckingFields } from './CheckingFields'
import type { InstrumentValues } from './formValues'
import { GroupFields } from './GroupFields'
import { ParticularsFields } from './ParticularsFields'
import { RangeFields } from './RangeFields'
import { SetUpInDevice } from './SetUpInDevice'

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
  const router = useRouter()
  const { boxes, submit, isSending, failure } = useSubmit(
    form,
    () => sendForm(purpose, form.draft),
    ({ tag }) => {
      router.push(`/instruments/${encodeURIComponent(tag)}`)
      router.refresh()
    },
  )
  return (
    <form ref={boxes} className="stack" onSubmit={submit} noValidate aria-label="Instrument">
      <fieldset className="card stack plain-fieldset">
        <legend>What and where</legend>
        <GroupFields
          form={form}
          group="what"
          first={
            <BoundBox
              form={form}
              path="tag"
              label="Tag"
              {...(purpose.kind === 'edit' && { isFixed: true, says: 'stays as registered' })}
            />
          }
        />
        <datalist id="areas">
          {areas.map((area) => (
            <option key={area} value={area} />
          ))}
        </datalist>
      </fieldset>
      <RangeFields form={form} was={initial} />
      <SetUpInDevice form={form} />
      <CheckingFields form={form} />
      <ParticularsFields form={form} />
      {purpose.kind === 'edit' && <BoundBox form={form} path="reason" label="Why is it changed?" />}
      {failure && (
        <Notice tone="outside" role="alert">
          {failure}
        </Notice>
      )}
      <div className="actions">
        <Button type="submit" variant="contained" size="large" disabled={isSending}>
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
