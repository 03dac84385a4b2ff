'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { type FormEvent, useState } from 'react'
import { refusalWords, send } from '../api'
import { SiteFields, siteOfBoxes } from './SiteFields'

type Props = { site: { name: string; address: string; method: string } | null }

/** Name and address on certificates, changed by an administrator. */
export function SiteForm({ site }: Props) {
  const router = useRouter()
  const [message, setMessage] = useState<{ words: string; isDone: boolean } | null>(null)
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const words = refusalWords(await send('/api/v1/site', siteOfBoxes(new FormData(event.currentTarget))))
    setMessage({ words: words ?? 'Kept. Records sealed from now on carry it.', isDone: words === null })
    if (words === null) router.refresh()
  }
  return (
    <form className="card stack" onSubmit={submit} noValidate aria-label="Who issues the certificates">
      <h2>On certificates</h2>
      {!site?.address && (
        <p className="tone-look">
          No address yet: nothing can be sealed before the issuing place has name and address.
        </p>
      )}
      <SiteFields site={site} />
      <div className="actions">
        <Button type="submit" variant="outlined">
          Keep
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
