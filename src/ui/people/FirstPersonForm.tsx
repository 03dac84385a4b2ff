'use client'
import Button from '@mui/material/Button'
import GlobalStyles from '@mui/material/GlobalStyles'
import { FirstPerson } from '@/schema/people'
import { send } from '../../kit/api'
import { useDraftForm } from '../../kit/form/useDraftForm'
import { useSubmit } from '../../kit/form/useSubmit'
import { Refused } from '../../kit/parts/Refused'
import { EMPTY_PERSON, PersonFields } from './PersonFields'
import { peopleStyles } from './peopleStyles'
import { EMPTY_SITE, SiteFields } from './SiteFields'

/** The first start of an empty plant: its first administrator. */
export function FirstPersonForm() {
  const form = useDraftForm(FirstPerson, { ...EMPTY_PERSON, site: EMPTY_SITE })
  const { boxes, submit, isSending, failure } = useSubmit(
    form,
    () => send('/api/v1/session/first', form.draft),
    () => window.location.assign('/start'),
  )
  return (
    <div className="page sign-in">
      <GlobalStyles styles={peopleStyles} />
      <h1>Who looks after this plant?</h1>
      <p className="soft">
        Nobody is registered here yet. The first person administers it: registers the others, and works in the role
        chosen below.
      </p>
      <form ref={boxes} className="card stack" onSubmit={submit} noValidate aria-label="First administrator">
        <PersonFields form={form} />
        <h2>The site</h2>
        <SiteFields form={form} at="site." />
        <div className="actions">
          <Button type="submit" variant="contained" size="large" disabled={isSending}>
            Register and sign in
          </Button>
          <Refused words={failure} />
        </div>
      </form>
    </div>
  )
}
