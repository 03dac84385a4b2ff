'use client'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import TextField from '@mui/material/TextField'
import { type FormEvent, useState } from 'react'
import { DEMO_PASSWORD } from '@/schema/demo'
import { mayDo, type Role, whoMay } from '@/schema/roles'
import { ConditionBox } from '../../../kit/form/ConditionBox'
import { ReasonDialog } from '../ReasonDialog'
import { useDraft } from '../runDrafts'

/** Who would sign. */
export type Signer = { name: string; role: Role; isDemo: boolean }

type Props = {
  person: Signer
  isOutside: boolean
  /** No statement of conformity is made: the uncertainty is larger than the rule allows. */
  isWithheld: boolean
  /** It is accepted with a condition, or not at all, and yet not outside. */
  isConditional: boolean
  /** Others who took readings in this run. */
  others: readonly string[]
  /** Whether the signer took any. */
  hasRead: boolean
  seal: (signing: unknown) => Promise<string | null>
  /** Back to Adjust; absent where the run was decided as left or repair. */
  adjustAgain?: (reason: string) => Promise<string | null>
}

/** The password is never kept. */
const EMPTY = { remark: '', ambientEndCelsius: '' }

const remarkLabel = ({
  isOutside,
  isWithheld,
  isConditional,
}: Pick<Props, 'isOutside' | 'isWithheld' | 'isConditional'>) => {
  if (isOutside) return 'Remark: it is outside its limit; what happens with it?'
  if (isConditional) return 'Remark: not plainly accepted; what follows from it?'
  return isWithheld ? 'Remark: conformity not stated; what follows from it?' : 'Remark (optional)'
}

/** What a signer can confirm: what they read themselves, and that the rest is recorded as others took it. */
function confirmationWords(others: readonly string[], hasRead: boolean): string {
  if (others.length === 0) return 'I took these readings as recorded.'
  const names = others.join(' and ')
  return hasRead
    ? `My readings stand as I took them; those of ${names} stand under their name, as they recorded them.`
    : `${names} took these readings and recorded them; I sign for the record, not for the reading.`
}

/** Who signs, the confirmation, and the seal. */
export function SignFoot({ person, isOutside, isWithheld, isConditional, others, hasRead, seal, adjustAgain }: Props) {
  const [password, setPassword] = useState('')
  const [isConfirmed, setConfirmed] = useState(false)
  const [draft, setDraft] = useDraft('sign', EMPTY)
  const { remark, ambientEndCelsius = '' } = draft
  const [message, setMessage] = useState<string | null>(null)
  const [isBusy, setBusy] = useState(false)
  const [isAsking, setAsking] = useState(false)

  const submit = async (event: FormEvent) => {
    event.preventDefault()
    setBusy(true)
    const refusal = await seal({ password, confirmed: isConfirmed, remark, ambientEndCelsius })
    setMessage(refusal)
    setBusy(refusal === null) // sealed: the page is leaving
  }
  if (!mayDo(person.role, 'sign as performed'))
    return (
      <p className="soft">
        {person.name} is a {person.role}: {whoMay('sign as performed')} who did the work signs this run as performed.
      </p>
    )
  return (
    <form onSubmit={submit} noValidate className="sign" aria-label="Sign and seal">
      <TextField
        label={`Password of ${person.name}`}
        type="password"
        size="small"
        value={password}
        autoFocus
        onChange={(event) => setPassword(event.target.value)}
        helperText={person.isDemo ? `demo: ${DEMO_PASSWORD}` : undefined}
        slotProps={{ htmlInput: { autoComplete: 'current-password' }, inputLabel: { shrink: true } }}
        sx={{ width: 230 }}
      />
      <TextField
        label={remarkLabel({ isOutside, isWithheld, isConditional })}
        size="small"
        value={remark}
        onChange={(event) => setDraft({ ...draft, remark: event.target.value })}
        slotProps={{ htmlInput: { maxLength: 1000 }, inputLabel: { shrink: true } }}
      />
      <Button type="submit" variant="contained" size="large" disabled={isBusy}>
        Sign and seal
      </Button>
      <FormControlLabel
        className="sign-confirm"
        control={<Checkbox checked={isConfirmed} onChange={(event) => setConfirmed(event.target.checked)} />}
        label={`${confirmationWords(others, hasRead)} Sealed, nothing in this run can be changed.`}
      />
      <ConditionBox
        condition="temperature"
        label="Ambient at the end"
        value={ambientEndCelsius}
        change={(typed) => setDraft({ ...draft, ambientEndCelsius: typed })}
        sx={{ width: 170 }}
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
