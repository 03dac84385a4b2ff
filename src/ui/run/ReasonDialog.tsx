'use client'
import TextField from '@mui/material/TextField'
import { type ReactNode, useState } from 'react'
import { FormDialog } from '../../kit/parts/FormDialog'
import { Refused } from '../../kit/parts/Refused'

type Props = {
  title: string
  words: string
  action: string
  onClose: () => void
  store: (reason: string) => Promise<string | null>
  /** What else is asked for, above the reason. */
  children?: ReactNode
}

/** Asks for a reason before something that departs from the advice, or cannot be taken back. */
export function ReasonDialog({ title, words, action, onClose, store, children }: Props) {
  const [reason, setReason] = useState('')
  const [message, setMessage] = useState<string | null>(null)
  const submit = async () => {
    const refusal = reason.trim() === '' ? 'Give the reason: it goes into the record.' : await store(reason)
    setMessage(refusal)
    if (refusal === null) onClose()
  }
  return (
    <FormDialog title={title} action={action} onClose={onClose} onSubmit={submit}>
      <p className="soft">{words}</p>
      {children}
      <TextField
        label="Reason"
        size="small"
        multiline
        minRows={2}
        fullWidth
        autoFocus
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
      <Refused words={message} />
    </FormDialog>
  )
}
