'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import TextField from '@mui/material/TextField'
import { type FormEvent, type ReactNode, useState } from 'react'
import { Refused } from '../parts/Refused'

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
  const submit = async (event: FormEvent) => {
    event.preventDefault()
    const refusal = reason.trim() === '' ? 'Give the reason: it goes into the record.' : await store(reason)
    setMessage(refusal)
    if (refusal === null) onClose()
  }
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="reason-title">
      <form onSubmit={submit} noValidate>
        <DialogTitle id="reason-title">{title}</DialogTitle>
        <DialogContent className="stack">
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
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained">
            {action}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
