'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { SiteForm as SiteSchema, type SiteForm as SiteValues } from '@/schema/site'
import { send } from '../../kit/api'
import { useDraftForm } from '../../kit/form/useDraftForm'
import { useSubmit } from '../../kit/form/useSubmit'
import { Done } from '../../kit/parts/Done'
import { Refused } from '../../kit/parts/Refused'
import { EMPTY_SITE, SiteFields } from './SiteFields'

type Props = { site: SiteValues | null }

/** Name and address on certificates, changed by an administrator. */
export function SiteForm({ site }: Props) {
  const router = useRouter()
  const [done, setDone] = useState<string | null>(null)
  const form = useDraftForm(SiteSchema, site ?? EMPTY_SITE)
  const { boxes, submit, isSending, failure } = useSubmit(
    form,
    () => send('/api/v1/site', form.draft),
    () => {
      setDone('Saved. Records sealed from now on carry it.')
      router.refresh()
    },
  )
  return (
    <form ref={boxes} className="card stack" onSubmit={submit} noValidate aria-label="Who issues the certificates">
      <h2>The site</h2>
      {!site?.address && (
        <p className="tone-look">
          No address yet: nothing can be sealed before the issuing place has name and address.
        </p>
      )}
      <SiteFields form={form} />
      <div className="actions">
        <Button type="submit" variant="outlined" disabled={isSending}>
          Keep
        </Button>
        <Refused words={failure} />
      </div>
      <Done words={done} forget={() => setDone(null)} />
    </form>
  )
}
