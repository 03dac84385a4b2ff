'use client'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { type FormEvent, useState } from 'react'
import { ReasonDialog } from './ReasonDialog'

type Props = {
  people: readonly { id: string; name: string; role: string }[]
  currentId: string | null
  isOutside: boolean
  seal: (signing: unknown) => Promise<string | null>
  /** Back to Adjust; absent where the run was decided as left or repair. */
  adjustAgain?: (reason: string) => Promise<string | null>
}

/** Who signs, the confirmation, and the seal. */
export function SignFoot({ people, currentId, isOutside, seal, adjustAgain }: Props) {
  const technicians = people.filter(({ role }) => role === 'technician')
  const [personId, setPersonId] = useState(technicians.find(({ id }) => id === currentId)?.id ?? '')
  const [isConfirmed, setConfirmed] = useState(false)
  const [remark, setRemark] = useState('')
  const [message, setMessage] = useState<string | null>(null)
  const [isBusy, setBusy] = useState(false)
  const [isAsking, setAsking] = useState(false)

  const submit = async (event: FormEvent) => {
    event.preventDefault()
    setBusy(true)
    const refusal = await seal({ personId, confirmed: isConfirmed, remark })
    setMessage(refusal)
    setBusy(refusal === null) // sealed: the page is leaving
  }
  return (
    <form onSubmit={submit} noValidate className="sign" aria-label="Sign and seal">
      <TextField
        select
        label="Signed by"
        size="small"
        value={personId}
        onChange={(event) => setPersonId(event.target.value)}
        sx={{ width: 190 }}
      >
        {technicians.map(({ id, name }) => (
          <MenuItem key={id} value={id}>
            {name}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        label={isOutside ? 'Remark: it is outside its limit; what happens with it?' : 'Remark (optional)'}
        size="small"
        value={remark}
        onChange={(event) => setRemark(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 1000 }, inputLabel: { shrink: true } }}
      />
      <Button type="submit" variant="contained" size="large" disabled={isBusy}>
        Sign and seal
      </Button>
      <FormControlLabel
        className="sign-confirm"
        control={
          <Checkbox
            checked={isConfirmed}
            onChange={(event) => setConfirmed(event.target.checked)}
            slotProps={{ input: { autoFocus: true } }}
          />
        }
        label="I took these readings as recorded. Sealed, nothing in this run can be changed."
      />
      {adjustAgain && (
        <Button variant="outlined" color="secondary" onClick={() => setAsking(true)}>
          Adjust again…
        </Button>
      )}
      {message && (
        <p className="tone-outside sign-message" role="alert">
          {message}
        </p>
      )}
      {isAsking && adjustAgain && (
        <ReasonDialog
          title="Adjust again?"
          words="This round is kept; a further one follows."
          action="Adjust again"
          onClose={() => setAsking(false)}
          store={adjustAgain}
        />
      )}
    </form>
  )
}
