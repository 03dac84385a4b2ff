'use client'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { type FormEvent, useRef, useState } from 'react'
import { formatDateTime } from '@/core/format/formatTime'
import { DEMO_PASSWORD } from '@/schema/demo'
import type { Review } from '@/schema/review'
import { mayDo, type Role } from '@/schema/roles'
import { refusalWords, send } from '../api'
import { Mark } from '../parts/Mark'
import { Refused } from '../parts/Refused'
import { ReasonDialog } from '../run/ReasonDialog'

type Props = {
  sequence: number
  reviews: readonly Review[]
  performedBy: string
  amendedBy: number | null
  /** Conditions as recorded, which an amendment may put right. */
  recorded: Recorded
  person: { name: string; role: Role; isDemo: boolean }
  timeZone: string
}

/** What reviewers said of a record, their signature, and the way to an amendment. */
export function ReviewPanel({ sequence, reviews, performedBy, amendedBy, recorded, person, timeZone }: Props) {
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
      {mayDo(person.role, 'amend') && amendedBy === null && <AmendButton sequence={sequence} recorded={recorded} />}
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

type Recorded = {
  readonly environment: Readonly<Record<'ambientCelsius' | 'relativeHumidityPercent' | 'barometricHPa', string | null>>
  readonly itemCondition: string
}

const CONDITIONS = [
  ['ambientCelsius', 'Ambient, °C'],
  ['relativeHumidityPercent', 'Humidity, %'],
  ['barometricHPa', 'Barometer, hPa'],
] as const

/** Begins an amendment: why, and what of the conditions is put right; readings are corrected in its run. */
function AmendButton({ sequence, recorded }: Pick<Props, 'sequence'> & { recorded: Recorded }) {
  const router = useRouter()
  const [isAsking, setAsking] = useState(false)
  const [facts, setFacts] = useState(recorded)
  const id = useRef<string>(undefined)
  const amend = async (reason: string) => {
    id.current ??= crypto.randomUUID() // sent twice, it begins one amendment
    const isChanged = CONDITIONS.some(([field]) => facts.environment[field] !== recorded.environment[field])
    const answer = await send<{ id: string }>(`/api/v1/records/${sequence}/amend`, {
      id: id.current,
      reason,
      ...(isChanged && { environment: facts.environment }),
      ...(facts.itemCondition !== recorded.itemCondition && { itemCondition: facts.itemCondition }),
    })
    if (answer.kind === 'done') router.push(`/runs/${answer.value.id}`)
    return refusalWords(answer)
  }
  return (
    <div>
      <Button variant="outlined" color="secondary" onClick={() => setAsking(true)}>
        Amend by a new record…
      </Button>
      {isAsking && (
        <ReasonDialog
          title={`Amend record ${sequence}?`}
          words="A new record begins with everything in this one, with the date and the people of the work. Put right what is wrong here, correct readings in it, then sign it: it will name this record and the reason. This one stays as it was sealed."
          action="Begin the amendment"
          onClose={() => setAsking(false)}
          store={amend}
        >
          <div className="field-row">
            {CONDITIONS.map(([field, label]) => (
              <TextField
                key={field}
                label={label}
                size="small"
                value={facts.environment[field] ?? ''}
                onChange={(event) =>
                  setFacts({ ...facts, environment: { ...facts.environment, [field]: event.target.value || null } })
                }
                slotProps={{ htmlInput: { inputMode: 'decimal', className: 'num' }, inputLabel: { shrink: true } }}
              />
            ))}
          </div>
          <TextField
            label="Condition of the instrument"
            size="small"
            fullWidth
            value={facts.itemCondition}
            onChange={(event) => setFacts({ ...facts, itemCondition: event.target.value })}
            slotProps={{ htmlInput: { maxLength: 200 }, inputLabel: { shrink: true } }}
          />
        </ReasonDialog>
      )}
    </div>
  )
}
