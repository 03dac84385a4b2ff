'use client'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { REFERENCE_STATE_IDS, REFERENCE_STATES, type ReferenceState } from '@/core/reference/referenceKind'
import { refusalWords, send } from '../../kit/api'
import { WordsBox } from '../../kit/form/boxes'
import { FormDialog } from '../../kit/parts/FormDialog'
import { Refused } from '../../kit/parts/Refused'
import { useSending } from '../../kit/useSending'

type Props = {
  readonly reference: { readonly id: string; readonly code: string }
  readonly state: ReferenceState
  readonly holder: string | null
  /** Who is looking, whose hands it most likely goes into. */
  readonly personName: string
}

/** Takes a reference along, gives it back, or says that it must not be used. */
export function WhereaboutsActions(props: Props) {
  const { reference, state, holder, personName } = props
  const router = useRouter()
  const [isOpen, setOpen] = useState(false)
  const [message, setMessage] = useState<string | null>(null)
  const sending = useSending()
  const say = async (answer: object) => {
    const refusal = await sending(answer, async (id) =>
      refusalWords(await send(`/api/v1/references/${reference.id}/whereabouts`, { id, ...answer })),
    )
    setMessage(refusal)
    if (refusal === null) router.refresh()
    return refusal
  }
  return (
    <>
      {state === 'in-use' && holder === null && (
        <Button onClick={() => say({ state: 'in-use', holder: personName })}>Take it along</Button>
      )}
      {state === 'in-use' && holder !== null && <Button onClick={() => say({ state: 'in-use' })}>Give it back</Button>}
      <Button onClick={() => setOpen(true)}>Change location or status…</Button>
      <Refused words={message} />
      {isOpen && <WhereDialog {...props} say={say} onClose={() => setOpen(false)} />}
    </>
  )
}

type DialogProps = Props & { say: (answer: object) => Promise<string | null>; onClose: () => void }

function WhereDialog({ reference, state: before, holder: had, say, onClose }: DialogProps) {
  const [state, setState] = useState<ReferenceState>(before)
  const [holder, setHolder] = useState(had ?? '')
  const [until, setUntil] = useState('')
  const [reason, setReason] = useState('')
  const [message, setMessage] = useState<string | null>(null)
  const submit = async () => {
    const refusal = await say({ state, holder: state === 'in-use' ? holder : null, until, reason })
    setMessage(refusal)
    if (refusal === null) onClose()
  }
  return (
    <FormDialog title={`Where is ${reference.code}?`} action="Keep" onClose={onClose} onSubmit={submit}>
      <TextField
        select
        label="It is"
        size="small"
        value={state}
        onChange={(event) => setState(REFERENCE_STATE_IDS.find((id) => id === event.target.value) ?? before)}
      >
        {REFERENCE_STATE_IDS.map((id) => (
          <MenuItem key={id} value={id}>
            {REFERENCE_STATES[id]}
          </MenuItem>
        ))}
      </TextField>
      {state === 'in-use' && <WordsBox label="In whose hands" value={holder} change={setHolder} />}
      {(state === 'laboratory' || (state === 'in-use' && holder !== '')) && (
        <WordsBox label="Wanted back by, as 2026-03-31" value={until} change={setUntil} />
      )}
      <WordsBox label="Why, or anything to know" value={reason} change={setReason} />
      {state !== 'in-use' && <p className="soft">Runs cannot be begun with it until it is in use again.</p>}
      <Refused words={message} />
    </FormDialog>
  )
}
