'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { type ComponentProps, useState } from 'react'
import { NewPerson } from '@/schema/people'
import { ROLES } from '@/schema/roles'
import { send } from '../../kit/api'
import { useDraftForm } from '../../kit/form/useDraftForm'
import { useSubmit } from '../../kit/form/useSubmit'
import { DataTable } from '../../kit/parts/DataTable'
import { Done } from '../../kit/parts/Done'
import { Refused } from '../../kit/parts/Refused'
import { Tick } from '../../kit/parts/Tick'
import { type Account, OwnAccount } from './OwnAccount'
import { PersonDialog } from './PersonDialog'
import { EMPTY_PERSON, PersonFields } from './PersonFields'
import { SiteForm } from './SiteForm'
import type { ShownPerson } from './shownPerson'

type Props = {
  people: readonly ShownPerson[]
  current: ShownPerson
  site: ComponentProps<typeof SiteForm>['site']
  account: Account
}

/** Everybody here; administrators keep them, everybody keeps their own account. */
export function PeopleDesk({ people, current, site, account }: Props) {
  const [kept, setKept] = useState<ShownPerson | null>(null)
  return (
    <div className="page stack">
      <h1>People</h1>
      <DataTable
        rows={people}
        keyOf={({ id }) => id}
        columns={[
          { head: 'Name', cell: ({ name, isActive }) => <span className={isActive ? '' : 'soft'}>{name}</span> },
          { head: 'Initials', cell: ({ initials }) => initials },
          {
            head: 'Here as',
            cell: ({ role, isAdministrator, isActive }) =>
              isActive
                ? `${role}: ${ROLES[role]}${isAdministrator ? '; administers people' : ''}`
                : `was ${role}; access ended`,
          },
          ...(current.isAdministrator
            ? [
                {
                  head: <span className="visually-hidden">Change</span>,
                  cell: (person: ShownPerson) => (
                    <Button size="small" onClick={() => setKept(person)} aria-label={`Change ${person.name}`}>
                      Change…
                    </Button>
                  ),
                },
              ]
            : []),
        ]}
      />
      {kept && <PersonDialog person={kept} isSelf={kept.id === current.id} close={() => setKept(null)} />}
      <div className="two-col">
        <OwnAccount name={current.name} account={account} />
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
