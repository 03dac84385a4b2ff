'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { ROLE_IDS, type Role } from '@/schema/roles'
import { type Answer, refusalWords, send } from '../../kit/api'
import { WordsBox } from '../../kit/form/boxes'
import { Choice } from '../../kit/parts/Choice'
import { FormDialog } from '../../kit/parts/FormDialog'
import { Refused } from '../../kit/parts/Refused'
import { Tick } from '../../kit/parts/Tick'
import type { ShownPerson } from './shownPerson'

type Props = { person: ShownPerson; isSelf: boolean; close: () => void }

/** What an administrator changes of somebody: what they are here as, whether they sign in, a code for a new password. */
export function PersonDialog({ person, isSelf, close }: Props) {
  const router = useRouter()
  const [role, setRole] = useState<Role>(person.role)
  const [isAdministrator, setAdministrator] = useState(person.isAdministrator)
  const [reason, setReason] = useState('')
  const [message, setMessage] = useState<string | null>(null)
  const at = `/api/v1/people/${person.id}`
  const sent = async (answer: Promise<Answer<unknown>>) => {
    const words = refusalWords(await answer)
    setMessage(words)
    if (words !== null) return
    close()
    router.refresh()
  }
  return (
    <FormDialog
      title={`Change ${person.name}`}
      action="Save"
      onClose={close}
      onSubmit={() => sent(send(at, { role, isAdministrator, reason }))}
    >
      <Choice
        label="Here as"
        value={role}
        options={ROLE_IDS.map((id) => [id, id])}
        choose={(id) => setRole(ROLE_IDS.find((each) => each === id) ?? role)}
      />
      <Tick label="administers people too" checked={isAdministrator} change={setAdministrator} />
      <WordsBox label="Why" value={reason} change={setReason} helperText="stands in the audit trail" />
      <Refused words={message} />
      <div className="actions">
        {person.isActive && !isSelf && (
          <Button
            variant="outlined"
            color="error"
            onClick={() => sent(send(`${at}/standing`, { isActive: false, reason }))}
          >
            Deactivate {person.name}
          </Button>
        )}
        {!person.isActive && (
          <Button variant="outlined" onClick={() => sent(send(`${at}/standing`, { isActive: true, reason }))}>
            Let {person.name} sign in again
          </Button>
        )}
        {person.isActive && <ResetCode at={at} name={person.name} />}
      </div>
      {person.isActive && !isSelf && (
        <p className="soft small">
          Deactivated, {person.name} is signed out everywhere at once and signs in no more; what was signed stays.
        </p>
      )}
    </FormDialog>
  )
}

/** A code for one new password, shown once. */
function ResetCode({ at, name }: { at: string; name: string }) {
  const [code, setCode] = useState<{ code: string; hours: number } | null>(null)
  const [message, setMessage] = useState<string | null>(null)
  const make = async () => {
    const answer = await send<{ code: string; hours: number }>(`${at}/reset-code`, {})
    setMessage(refusalWords(answer))
    if (answer.kind === 'done') setCode(answer.value)
  }
  if (code)
    return (
      <p role="status">
        Hand this to {name}, it is shown only now: <strong className="num">{code.code}</strong>
        <span className="soft small"> – good for one new password, for {code.hours} h</span>
      </p>
    )
  return (
    <>
      <Button variant="outlined" onClick={make}>
        Code for a new password
      </Button>
      <Refused words={message} />
    </>
  )
}
