'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { CertificateForm } from '@/schema/referenceForm'
import { refusalWords, send } from '../../kit/api'
import { WordsBox } from '../../kit/form/boxes'
import { SchemaBoxes } from '../../kit/form/SchemaBoxes'
import { useSchemaForm } from '../../kit/form/useSchemaForm'
import { FileButton } from '../../kit/parts/FileButton'
import { Refused } from '../../kit/parts/Refused'

type Props = {
  readonly reference: { readonly id: string; readonly code: string }
  readonly initial: unknown
  /** The certificate it is entered in the place of. */
  readonly insteadOf?: { readonly id: string; readonly number: string }
  /** What it was filled in from, to be attached with it. */
  readonly document?: File
}

/** Enters a certificate of a reference by hand, with its document beside it. */
export function CertificateEditor({ reference, initial, insteadOf, document }: Props) {
  const router = useRouter()
  const [reason, setReason] = useState('')
  const [file, setFile] = useState<File | null>(document ?? null)
  const [unattached, setUnattached] = useState<string | null>(null)
  const { form, submit, isSending, failure } = useSchemaForm(CertificateForm, initial, {
    under: 'certificate',
    store: (certificate, id) =>
      send<{ id: string }>(`/api/v1/references/${reference.id}/certificates`, {
        ...{ id, certificate },
        ...(insteadOf && { supersedes: insteadOf.id, reason }),
      }),
    done: async (_, { id }) => {
      const refusal = file && (await attach(`/api/v1/references/${reference.id}/certificates/${id}/document`, file))
      if (refusal) return setUnattached(refusal)
      router.push(`/references/${encodeURIComponent(reference.code)}`)
      router.refresh()
    },
  })
  return (
    <form onSubmit={submit} noValidate className="stack" aria-label="Certificate">
      <SchemaBoxes form={form} />
      <FileButton
        label="Attach the certificate itself, PDF or XML"
        accept="application/pdf,.pdf,application/xml,.xml"
        chosen={file?.name ?? null}
        choose={setFile}
      />
      {insteadOf && <WordsBox label={`What was wrong with ${insteadOf.number}`} value={reason} change={setReason} />}
      <div className="actions">
        <Button type="submit" variant="contained" disabled={isSending}>
          Enter the certificate
        </Button>
        <Refused words={failure ?? (unattached && `The certificate is entered; its document is not: ${unattached}`)} />
      </div>
    </form>
  )
}

/** Why a document was not attached; null where it was. */
const attach = async (path: string, file: File): Promise<string | null> =>
  refusalWords(await send(path, { name: file.name, content: await base64Of(file) }))

async function base64Of(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  let text = ''
  // In pieces: a function takes only so many arguments.
  for (let from = 0; from < bytes.length; from += 0x8000)
    text += String.fromCharCode(...bytes.subarray(from, from + 0x8000))
  return btoa(text)
}
