'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { type FormEvent, useState } from 'react'
import { refusalWords, send } from '../../kit/api'
import { WordsBox } from '../../kit/form/boxes'
import { Refused } from '../../kit/parts/Refused'
import { useSending } from '../../kit/useSending'

type Props = {
  readonly sequence: number
  readonly reference: { readonly id: string; readonly code: string }
  /** A year after the work. */
  readonly dueOn: string
}

/** The record of a reference that was calibrated here: its points become the certificate. */
export function OwnCertificatePanel({ sequence, reference, dueOn: usual }: Props) {
  const router = useRouter()
  const [dueOn, setDueOn] = useState(usual)
  const [message, setMessage] = useState<string | null>(null)
  const sending = useSending()
  const submit = async (event: FormEvent) => {
    event.preventDefault()
    const refusal = await sending({ sequence, dueOn }, async (id) =>
      refusalWords(await send(`/api/v1/references/${reference.id}/own-certificate`, { id, sequence, dueOn })),
    )
    setMessage(refusal)
    if (refusal === null) router.push(`/references/${encodeURIComponent(reference.code)}`)
  }
  return (
    <form className="card stack" onSubmit={submit} noValidate aria-label="Certificate of the reference">
      <h2>{reference.code} was calibrated in this record</h2>
      <p className="soft small">
        At each point the mean of rising and falling becomes its correction; half of what they differ by is added to U.
      </p>
      <div className="actions">
        <WordsBox label="Due on" value={dueOn} change={setDueOn} />
        <Button type="submit" variant="outlined">
          Make it the certificate of {reference.code}
        </Button>
      </div>
      <Refused words={message} />
    </form>
  )
}
