'use client'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import TextField from '@mui/material/TextField'
import { useRouter } from 'next/navigation'
import { type ComponentProps, type FormEvent, useState } from 'react'
import { ROLES, type Role } from '@/schema/roles'
import { refusalWords, send } from '../api'
import { DataTable } from '../parts/DataTable'
import { Refused } from '../parts/Refused'
import { PersonFields } from './PersonFields'
import { SiteForm } from './SiteForm'

type Props = { people: readonly Shown[]; current: Shown; site: ComponentProps<typeof SiteForm>['site'] }
type Shown = { id: string; name: string; initials: string; role: Role; isAdministrator: boolean }

/** Everybody here; administrators register others, everybody changes their own password. */
export function PeopleDesk({ people, current, site }: Props) {
  return (
    <div className="page stack">
      <h1>People</h1>
      <DataTable
        rows={people}
        keyOf={({ id }) => id}
        columns={[
          { head: 'Name', cell: ({ name }) => name },
          { head: 'Initials', cell: ({ initials }) => initials },
          {
            head: 'Here as',
            cell: ({ role, isAdministrator }) =>
              `${role}: ${ROLES[role]}${isAdministrator ? '; administers people' : ''}`,
          },
        ]}
      />
      <div className="two-col">
        <OwnPassword name={current.name} />
        {current.isAdministrator && <NewPersonForm />}
        {current.isAdministrator && <SiteForm site={site} />}
      </div>
    </div>
  )
}

function NewPersonForm() {
  const router = useRouter()
  const [message, setMessage] = useState<string | null>(null)
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const { isAdministrator, ...boxes } = Object.fromEntries(new FormData(form))
    const answer = await send('/api/v1/people', { ...boxes, isAdministrator: isAdministrator === 'on' })
    setMessage(refusalWords(answer))
    if (answer.kind !== 'done') return
    form.reset()
    router.refresh()
  }
  return (
    <form className="card stack" onSubmit={submit} noValidate aria-label="Register a person">
      <h2>Register a person</h2>
      <PersonFields passwordLabel="First password" />
      <FormControlLabel control={<Checkbox name="isAdministrator" />} label="administers people too" />
      <div className="actions">
        <Button type="submit" variant="contained">
          Register
        </Button>
        <Refused words={message} />
      </div>
    </form>
  )
}

function OwnPassword({ name }: { name: string }) {
  const [message, setMessage] = useState<{ words: string; isDone: boolean } | null>(null)
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const answer = await send('/api/v1/session/password', Object.fromEntries(new FormData(form)))
    const words = refusalWords(answer)
    setMessage({ words: words ?? 'Changed.', isDone: words === null })
    if (words === null) form.reset()
  }
  const box = (field: string, label: string, autoComplete: string) => (
    <TextField
      name={field}
      label={label}
      type="password"
      size="small"
      slotProps={{ htmlInput: { autoComplete, maxLength: 200 }, inputLabel: { shrink: true } }}
    />
  )
  return (
    <form className="card stack" onSubmit={submit} noValidate aria-label="Change your password">
      <h2>Password of {name}</h2>
      {box('password', 'Present password', 'current-password')}
      {box('next', 'New password', 'new-password')}
      <div className="actions">
        <Button type="submit" variant="outlined">
          Change it
        </Button>
        {message && (
          <p className={message.isDone ? '' : 'tone-outside'} role={message.isDone ? 'status' : 'alert'}>
            {message.words}
          </p>
        )}
      </div>
    </form>
  )
}
