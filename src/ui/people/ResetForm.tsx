'use client'
import Button from '@mui/material/Button'
import GlobalStyles from '@mui/material/GlobalStyles'
import Link from 'next/link'
import { PasswordReset } from '@/schema/people'
import { send } from '../../kit/api'
import { BoundBox } from '../../kit/form/BoundFields'
import { useDraftForm } from '../../kit/form/useDraftForm'
import { useSubmit } from '../../kit/form/useSubmit'
import { Refused } from '../../kit/parts/Refused'
import { peopleStyles } from './peopleStyles'

/** A new password by a code that an administrator handed over. */
export function ResetForm() {
  const form = useDraftForm(PasswordReset, { name: '', code: '', next: '' })
  const { boxes, submit, isSending, failure } = useSubmit(
    form,
    () => send('/api/v1/session/reset', form.draft),
    () => window.location.assign('/'),
  )
  return (
    <div className="page sign-in">
      <GlobalStyles styles={peopleStyles} />
      <h1>New password by a code</h1>
      <p className="soft">
        It ends every session of yours, and a second factor; set that up anew afterwards. A code opens once, for a day.
      </p>
      <form ref={boxes} className="card stack" onSubmit={submit} noValidate aria-label="New password by a code">
        <BoundBox form={form} path="name" label="Name" autoComplete="username" autoFocus />
        <BoundBox form={form} path="code" label="Code you were handed" autoComplete="one-time-code" />
        <BoundBox
          form={form}
          path="next"
          label="New password"
          isSecret
          autoComplete="new-password"
          says="eight characters at least"
        />
        <div className="actions">
          <Button type="submit" variant="contained" size="large" disabled={isSending}>
            Save and sign in
          </Button>
          <Refused words={failure} />
        </div>
        <p className="small">
          <Link href="/sign-in">Back to signing in</Link>
        </p>
      </form>
    </div>
  )
}
