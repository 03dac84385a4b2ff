'use client'
import Button from '@mui/material/Button'
import GlobalStyles from '@mui/material/GlobalStyles'
import { type FormEvent, useState } from 'react'
import { refusalWords, send } from '../api'
import { Refused } from '../parts/Refused'
import { PersonFields } from './PersonFields'
import { peopleStyles } from './peopleStyles'
import { SiteFields, siteOfBoxes } from './SiteFields'

/** The person and the place, as the boxes give them. */
const firstPersonOf = (boxes: FormData) => ({ ...Object.fromEntries(boxes), site: siteOfBoxes(boxes) })

/** The first start of an empty plant: its first administrator. */
export function FirstPersonForm() {
  const [message, setMessage] = useState<string | null>(null)
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const answer = await send('/api/v1/session/first', firstPersonOf(new FormData(event.currentTarget)))
    setMessage(refusalWords(answer))
    if (answer.kind === 'done') window.location.assign('/people')
  }
  return (
    <div className="page sign-in">
      <GlobalStyles styles={peopleStyles} />
      <h1>Who looks after this plant?</h1>
      <p className="soft">
        Nobody is registered here yet. The first person administers it: registers the others, and works in the role
        chosen below.
      </p>
      <form className="card stack" onSubmit={submit} noValidate aria-label="First administrator">
        <PersonFields />
        <h2>On certificates</h2>
        <SiteFields />
        <div className="actions">
          <Button type="submit" variant="contained" size="large">
            Register and sign in
          </Button>
          <Refused words={message} />
        </div>
      </form>
    </div>
  )
}
