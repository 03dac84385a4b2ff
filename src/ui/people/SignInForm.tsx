'use client'
import Button from '@mui/material/Button'
import GlobalStyles from '@mui/material/GlobalStyles'
import Link from 'next/link'
import { useState } from 'react'
import { SignIn } from '@/schema/people'
import { ROLES, type Role } from '@/schema/roles'
import { type Answer, refusalWords, send } from '../../kit/api'
import { BoundBox } from '../../kit/form/BoundFields'
import { useDraftForm } from '../../kit/form/useDraftForm'
import { useSubmit } from '../../kit/form/useSubmit'
import { Refused } from '../../kit/parts/Refused'
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
  const form = useDraftForm(SignIn, { name: '', password: '', code: '' })
  const asksCode = form.refusals.some(({ field }) => field === 'code') || form.draft.code !== ''
  const { boxes, submit, isSending, failure } = useSubmit(
    form,
    () => send('/api/v1/session', form.draft),
    () => window.location.assign(to),
  )
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
      <form ref={boxes} className="card stack" onSubmit={submit} noValidate aria-label="Sign in by name and password">
        <BoundBox form={form} path="name" label="Name" autoComplete="username" autoFocus={demoPeople.length === 0} />
        <BoundBox form={form} path="password" label="Password" isSecret autoComplete="current-password" />
        {asksCode && (
          <BoundBox form={form} path="code" label="Six digits of your authenticator" autoComplete="one-time-code" />
        )}
        <div className="actions">
          <Button type="submit" variant="contained" size="large" disabled={isBusy || isSending}>
            Sign in
          </Button>
          <Refused words={failure ?? message} />
        </div>
        <p className="small">
          Forgotten? An administrator hands you a code: <Link href="/sign-in/code">choose a new password with it</Link>.
        </p>
      </form>
    </div>
  )
}
