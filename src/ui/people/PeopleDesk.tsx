'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { type ComponentProps, useState } from 'react'
import { NewPerson, PasswordChange } from '@/schema/people'
import { ROLES, type Role } from '@/schema/roles'
import { send } from '../api'
import { BoundBox } from '../form/BoundFields'
import { useDraftForm } from '../form/useDraftForm'
import { useSubmit } from '../form/useSubmit'
import { DataTable } from '../parts/DataTable'
import { Done } from '../parts/Done'
import { Refused } from '../parts/Refused'
import { Tick } from '../parts/Tick'
import { EMPTY_PERSON, PersonFields } from './PersonFields'
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
  const [done, setDone] = useState<string | null>(null)
  const form = useDraftForm(NewPerson, { ...EMPTY_PERSON, isAdministrator: false })
  const { boxes, submit, isSending, failure } = useSubmit(
    form,
    () => send('/api/v1/people', form.draft),
    () => {
      setDone(`${form.draft.name} is registered.`)
      form.begin()
      router.refresh()
    },
  )
  return (
    <form ref={boxes} className="card stack" onSubmit={submit} noValidate aria-label="Register a person">
      <h2>Register a person</h2>
      <PersonFields form={form} passwordLabel="First password" />
      <Tick
        label="administers people too"
        checked={form.draft.isAdministrator}
        change={(does) => form.change(['isAdministrator'], does)}
      />
      <div className="actions">
        <Button type="submit" variant="contained" disabled={isSending}>
          Register
        </Button>
        <Refused words={failure} />
      </div>
      <Done words={done} forget={() => setDone(null)} />
    </form>
  )
}

function OwnPassword({ name }: { name: string }) {
  const [done, setDone] = useState<string | null>(null)
  const form = useDraftForm(PasswordChange, { password: '', next: '' })
  const { boxes, submit, isSending, failure } = useSubmit(
    form,
    () => send('/api/v1/session/password', form.draft),
    () => {
      setDone('Your password is changed.')
      form.begin()
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
