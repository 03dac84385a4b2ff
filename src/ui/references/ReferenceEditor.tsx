'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { ReferenceForm } from '@/schema/referenceForm'
import { send } from '../../kit/api'
import { WordsBox } from '../../kit/form/boxes'
import { SchemaBoxes } from '../../kit/form/SchemaBoxes'
import { useSchemaForm } from '../../kit/form/useSchemaForm'
import { Refused } from '../../kit/parts/Refused'

type Props = {
  readonly initial: unknown
  /** What is changed; left out where a new one is registered. */
  readonly known?: { readonly id: string; readonly version: number }
}

/** Registers a reference, or changes what is known of one. */
export function ReferenceEditor({ initial, known }: Props) {
  const router = useRouter()
  const [reason, setReason] = useState('')
  const { form, submit, isSending, failure } = useSchemaForm(ReferenceForm, initial, {
    under: 'reference',
    store: (reference, id) =>
      known
        ? send(`/api/v1/references/${known.id}/edit`, { basedOnVersion: known.version, reference, reason })
        : send('/api/v1/references', { id, reference }),
    done: ({ code }) => {
      router.push(`/references/${encodeURIComponent(code)}`)
      router.refresh()
    },
  })
  return (
    <form onSubmit={submit} noValidate className="stack" aria-label="Reference">
      <SchemaBoxes form={form} />
      {known && <WordsBox label="Reason for the change" value={reason} change={setReason} />}
      <div className="actions">
        <Button type="submit" variant="contained" disabled={isSending}>
          {known ? 'Save the change' : 'Register'}
        </Button>
        <Refused words={failure} />
      </div>
    </form>
  )
}
