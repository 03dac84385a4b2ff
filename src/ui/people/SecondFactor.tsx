'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { type FormEvent, useState } from 'react'
import { refusalWords, send } from '../../kit/api'
import { WordsBox } from '../../kit/form/boxes'
import { Refused } from '../../kit/parts/Refused'

type Begun = { secret: string; picture: string }

/** A second factor: an authenticator’s six digits beside the password. */
export function SecondFactor({ hasOne }: { hasOne: boolean }) {
  const router = useRouter()
  const [begun, setBegun] = useState<Begun | null>(null)
  const [typed, setTyped] = useState('')
  const [message, setMessage] = useState<string | null>(null)
  const submit = async (event: FormEvent) => {
    event.preventDefault()
    const answer = begun
      ? await send('/api/v1/session/factor/confirm', { code: typed })
      : await send<Begun>(`/api/v1/session/factor${hasOne ? '/end' : ''}`, { password: typed })
    setMessage(refusalWords(answer))
    if (answer.kind !== 'done') return
    setTyped('')
    // Only what begins one answers with a picture.
    const value = answer.value as Partial<Begun>
    setBegun(value.picture && value.secret ? { picture: value.picture, secret: value.secret } : null)
    router.refresh()
  }
  return (
    <form className="card stack" onSubmit={submit} noValidate aria-label="Second factor">
      <h2>Second factor</h2>
      {begun ? (
        <>
          <p>Read this with an authenticator, then type the six digits it shows.</p>
          {/* biome-ignore lint/performance/noImgElement: drawn on the spot, there is nothing to optimise */}
          <img src={begun.picture} alt={`Key for an authenticator: ${begun.secret}`} width={180} height={180} />
          <p className="small">
            Or type the key: <span className="num">{begun.secret}</span>
          </p>
          <WordsBox label="Six digits" value={typed} change={setTyped} />
        </>
      ) : (
        <>
          <p>
            {hasOne
              ? 'Signing in asks for the six digits of your authenticator.'
              : 'None: name and password alone sign you in.'}
          </p>
          <WordsBox label="Your password" value={typed} change={setTyped} isSecret />
        </>
      )}
      <div className="actions">
        <Button type="submit" variant="outlined">
          {begun ? 'Use it from now on' : hasOne ? 'End it' : 'Set one up'}
        </Button>
        <Refused words={message} />
      </div>
    </form>
  )
}
