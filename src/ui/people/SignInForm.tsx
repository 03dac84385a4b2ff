'use client'
import Button from '@mui/material/Button'
import GlobalStyles from '@mui/material/GlobalStyles'
import TextField from '@mui/material/TextField'
import { type FormEvent, useState } from 'react'
import { ROLES, type Role } from '@/schema/roles'
import { type Answer, refusalWords, send } from '../api'
import { Refused } from '../parts/Refused'
import { peopleStyles } from './peopleStyles'

type Props = { to: string; demoPeople: readonly { id: string; name: string; role: Role }[] }

/** Name and password; in the demo its people at one click. */
export function SignInForm({ to, demoPeople }: Props) {
  const [message, setMessage] = useState<string | null>(null)
  const [isBusy, setBusy] = useState(false)
  const enter = async (sent: Promise<Answer<unknown>>) => {
    setBusy(true)
    const answer = await sent
    setMessage(refusalWords(answer))
    if (answer.kind === 'done')
      window.location.assign(to) // a fresh page, so that nothing of before is shown
    else setBusy(false)
  }
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const boxes = new FormData(event.currentTarget)
    enter(send('/api/v1/session', { name: boxes.get('name'), password: boxes.get('password') }))
  }
  return (
    <div className="page sign-in">
      <GlobalStyles styles={peopleStyles} />
      <h1>Sign in</h1>
      {demoPeople.length > 0 && (
        <section className="stack" aria-labelledby="demo-people">
          <h2 id="demo-people">The demo’s people</h2>
          <p className="soft small">All invented, as is their plant. One click signs in.</p>
          <div className="sign-in-people">
            {demoPeople.map(({ id, name, role }) => (
              <button
                key={id}
                type="button"
                className="choice person-choice"
                disabled={isBusy}
                onClick={() => enter(send('/api/v1/session/demo', { personId: id }))}
              >
                <strong>{name}</strong>
                <span className="small soft">
                  {role}: {ROLES[role]}
                </span>
              </button>
            ))}
          </div>
        </section>
      )}
      <form className="card stack" onSubmit={submit} noValidate aria-label="Sign in by name and password">
        <TextField
          name="name"
          label="Name"
          size="small"
          autoFocus={demoPeople.length === 0}
          slotProps={{ htmlInput: { autoComplete: 'username', maxLength: 80 }, inputLabel: { shrink: true } }}
        />
        <TextField
          name="password"
          label="Password"
          type="password"
          size="small"
          slotProps={{ htmlInput: { autoComplete: 'current-password', maxLength: 200 }, inputLabel: { shrink: true } }}
        />
        <div className="actions">
          <Button type="submit" variant="contained" size="large" disabled={isBusy}>
            Sign in
          </Button>
          <Refused words={message} />
        </div>
      </form>
    </div>
  )
}
