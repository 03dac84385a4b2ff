'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { PasswordChange } from '@/schema/people'
import { refusalWords, send } from '../../kit/api'
import { BoundBox } from '../../kit/form/BoundFields'
import { useDraftForm } from '../../kit/form/useDraftForm'
import { useSubmit } from '../../kit/form/useSubmit'
import { Done } from '../../kit/parts/Done'
import { Refused } from '../../kit/parts/Refused'
import { SecondFactor } from './SecondFactor'

/** What somebody sees of their own account. */
export type Account = { sessions: number; hasSecondFactor: boolean }

/** One's own password, second factor, and where one is signed in. */
export function OwnAccount({ name, account }: { name: string; account: Account }) {
  return (
    <div className="stack">
      <OwnPassword name={name} />
      <SecondFactor hasOne={account.hasSecondFactor} />
      <Sessions count={account.sessions} />
    </div>
  )
}

function OwnPassword({ name }: { name: string }) {
  const router = useRouter()
  const [done, setDone] = useState<string | null>(null)
  const form = useDraftForm(PasswordChange, { password: '', next: '' })
  const { boxes, submit, isSending, failure } = useSubmit(
    form,
    () => send<{ ended: number }>('/api/v1/session/password', form.draft),
    ({ ended }) => {
      setDone(`Your password is changed.${ended > 0 ? ' You are signed out everywhere else.' : ''}`)
      form.begin()
      router.refresh()
    },
  )
  return (
    <form ref={boxes} className="card stack" onSubmit={submit} noValidate aria-label="Change your password">
      <h2>Password of {name}</h2>
      <BoundBox form={form} path="password" label="Present password" isSecret autoComplete="current-password" />
      <BoundBox form={form} path="next" label="New password" isSecret autoComplete="new-password" />
      <div className="actions">
        <Button type="submit" variant="outlined" disabled={isSending}>
          Change it
        </Button>
        <Refused words={failure} />
      </div>
      <Done words={done} forget={() => setDone(null)} />
    </form>
  )
}

function Sessions({ count }: { count: number }) {
  const router = useRouter()
  const [message, setMessage] = useState<string | null>(null)
  const end = async () => {
    const answer = await send('/api/v1/session/elsewhere', {})
    setMessage(refusalWords(answer))
    if (answer.kind === 'done') router.refresh()
  }
  return (
    <section className="card stack" aria-labelledby="sessions">
      <h2 id="sessions">Signed in</h2>
      <p role="status">{count === 1 ? 'At this browser only.' : `At ${count} browsers, this one included.`}</p>
      {count > 1 && (
        <div className="actions">
          <Button variant="outlined" onClick={end}>
            Sign out everywhere else
          </Button>
        </div>
      )}
      <Refused words={message} />
    </section>
  )
}
