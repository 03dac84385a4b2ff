'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { type FormEvent, type ReactNode, useId } from 'react'

type Props = {
  title: ReactNode
  /** What the button says that sends it. */
  action: string
  /** What the button says that leaves it. */
  leave?: string
  onClose: () => void
  onSubmit: () => void
  children: ReactNode
}

/** A form over the page, sent by its button or by Enter, and by nothing of what lies under it. */
export function OpenFormDialog({ title, action, leave = 'Cancel', onClose, onSubmit, children }: Props) {
  const titleId = useId()
  const submit = (event: FormEvent) => {
    event.preventDefault()
    // React hands the event on to the component that opened the dialog: a form there would be sent along with this one.
    event.stopPropagation()
    onSubmit()
  }
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby={titleId}>
      <form onSubmit={submit} noValidate>
        <DialogTitle id={titleId}>{title}</DialogTitle>
        {/* The label of a box at the top stands on its border: without room it is cut. */}
        <DialogContent className="stack" sx={{ '&&': { pt: 1 } }}>
          {children}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>{leave}</Button>
          <Button type="submit" variant="contained">
            {action}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}
