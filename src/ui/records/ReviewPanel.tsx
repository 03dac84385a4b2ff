'use client'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { type FormEvent, useRef, useState } from 'react'
import { formatDateTime } from '@/core/format/formatTime'
import type { Amendable, ReferenceChoice } from '@/plans/amendable'
import { DEMO_PASSWORD } from '@/schema/demo'
import type { Review } from '@/schema/review'
import { mayDo, type Role } from '@/schema/roles'
import { refusalWords, send } from '../../kit/api'
import { Mark } from '../../kit/parts/Mark'
import { Refused } from '../../kit/parts/Refused'
import { AmendDialog } from './AmendDialog'

type Props = {
  sequence: number
  reviews: readonly Review[]
  performedBy: string
  amendedBy: number | null
  /** What an amendment may put right, as recorded. */
  recorded: Amendable
  /** Those an amendment may name in place of one that was named wrongly. */
  references: readonly ReferenceChoice[]
  person: { name: string; role: Role; isDemo: boolean }
  timeZone: string
}

/** What reviewers said of a record, their signature, and the way to an amendment. */
export function ReviewPanel({ sequence, reviews, performedBy, amendedBy, person, timeZone, ...amending }: Props) {
  const isReviewed = reviews.some(({ outcome }) => outcome === 'reviewed')
  const mayReview = mayDo(person.role, 'review') && person.name !== performedBy && !isReviewed && amendedBy === null
  return (
    <section className="card stack" aria-labelledby="review">
      <h2 id="review">Review</h2>
      {amendedBy !== null && (
        <p>
          Amended: <Link href={`/records/${amendedBy}`}>record {amendedBy}</Link> stands in its place.
        </p>
      )}
      {reviews.length === 0 && amendedBy === null && <p className="soft">Not reviewed yet.</p>}
      {reviews.map(({ outcome, personName, remark, signedAt }) => (
        <p key={signedAt}>
          <Mark mark={outcome === 'reviewed' ? 'inside' : 'look'} /> {outcome === 'reviewed' ? 'Reviewed' : 'Returned'}{' '}
          by {personName}, {formatDateTime(signedAt, timeZone)}
          {remark && `: ${remark}`}
        </p>
      ))}
      {mayReview && <ReviewForm sequence={sequence} person={person} />}
      {mayDo(person.role, 'amend') && amendedBy === null && <AmendButton sequence={sequence} {...amending} />}
    </section>
  )
}

function ReviewForm({ sequence, person }: Pick<Props, 'sequence' | 'person'>) {
  const router = useRouter()
  const [message, setMessage] = useState<string | null>(null)
  const form = useRef<HTMLFormElement>(null)
  const answer = async (outcome: Review['outcome']) => {
    const boxes = new FormData(form.current ?? undefined)
    const sent = await send(`/api/v1/records/${sequence}/review`, {
      outcome,
      password: boxes.get('password'),
      remark: boxes.get('remark'),
    })
    setMessage(refusalWords(sent))
    if (sent.kind === 'done') router.refresh()
  }
  const submit = (event: FormEvent) => {
    event.preventDefault()
    answer('reviewed')
  }
  return (
    <form ref={form} className="stack" onSubmit={submit} noValidate aria-label="Review this record">
      <TextField
        name="remark"
        label="Remark (needed to return it)"
        size="small"
        slotProps={{ htmlInput: { maxLength: 1000 }, inputLabel: { shrink: true } }}
      />
      <TextField
        name="password"
        label={`Password of ${person.name}`}
        type="password"
        size="small"
        helperText={person.isDemo ? `demo: ${DEMO_PASSWORD}` : undefined}
        slotProps={{ htmlInput: { autoComplete: 'current-password' }, inputLabel: { shrink: true } }}
      />
      <div className="actions">
        <Button type="submit" variant="contained">
          Sign as reviewed
        </Button>
        <Button variant="outlined" color="secondary" onClick={() => answer('returned')}>
          Return it
        </Button>
        <Refused words={message} />
      </div>
    </form>
  )
}

/** The way to an amendment. */
function AmendButton({ sequence, recorded, references }: Pick<Props, 'sequence' | 'recorded' | 'references'>) {
  const [isAsking, setAsking] = useState(false)
  return (
    <div>
      <Button variant="outlined" color="secondary" onClick={() => setAsking(true)}>
        Amend by a new record…
      </Button>
      {isAsking && <AmendDialog {...{ sequence, recorded, references }} onClose={() => setAsking(false)} />}
    </div>
  )
}
