'use client'
import Button from '@mui/material/Button'
import Link from 'next/link'
import { type FormEvent, useState } from 'react'
import { formatDateTime } from '@/core/format/formatTime'
import type { InstrumentNote } from '@/schema/instrumentNote'
import type { TakenJob } from '@/schema/takenJob'
import { refusalWords, send } from '../../kit/api'
import { WordsBox } from '../../kit/form/boxes'
import { Refused } from '../../kit/parts/Refused'
import { useSending } from '../../kit/useSending'
import { smallPhoto } from './smallPhoto'

type Props = {
  job: Pick<TakenJob, 'id' | 'tag' | 'description' | 'area' | 'notes'>
  timeZone: string
  mayNote: boolean
}

/** What is worth knowing at an instrument the next time: wrench sizes, where the valve is, a photo of the place. */
export function InstrumentNotes({ job, timeZone, mayNote }: Props) {
  const [notes, setNotes] = useState<readonly InstrumentNote[]>(job.notes)
  const [words, setWords] = useState('')
  const [photo, setPhoto] = useState<string | null>(null)
  const [message, setMessage] = useState<string | null>(null)
  const sending = useSending()
  const submit = async (event: FormEvent) => {
    event.preventDefault()
    const note = { words, photo }
    const refusal = await sending(note, async (id) => {
      const answer = await send<{ notes: InstrumentNote[] }>(`/api/v1/instruments/${job.id}/notes`, { id, ...note })
      if (answer.kind === 'done') setNotes(answer.value.notes)
      return refusalWords(answer)
    })
    setMessage(refusal)
    if (refusal !== null) return
    setWords('')
    setPhoto(null)
  }
  const choose = async (file: File | undefined) => {
    setMessage(null)
    const made = file ? await smallPhoto(file) : null
    if (file && made === null) setMessage('That is no picture the browser can read.')
    setPhoto(made)
  }
  return (
    <section className="card stack" aria-label={`Notes of ${job.tag}`}>
      <h2>
        <Link href={`/instruments/${encodeURIComponent(job.tag)}`}>{job.tag}</Link>{' '}
        <span className="soft small">
          {job.description} · {job.area}
        </span>
      </h2>
      {notes.length === 0 && <p className="soft small">Nothing is noted of the place yet.</p>}
      <ul className="plain-list">
        {notes.map((note) => (
          <li key={note.id}>
            {note.words}{' '}
            <span className="soft small">
              {note.notedBy}, {formatDateTime(note.notedAt, timeZone)}
            </span>
            {note.hasPhoto && (
              // biome-ignore lint/performance/noImgElement: a photo from our own route, shown as it is
              <img
                src={`/api/v1/notes/${note.id}/photo`}
                alt={`The place of ${job.tag}: ${note.words}`}
                style={{ display: 'block', maxWidth: '100%', maxHeight: 220, marginTop: 6 }}
              />
            )}
          </li>
        ))}
      </ul>
      {mayNote && (
        <form className="stack" onSubmit={submit} noValidate aria-label={`Note at ${job.tag}`}>
          <WordsBox label="Worth knowing next time" value={words} change={setWords} multiline />
          <div className="actions">
            <Button component="label" variant="outlined" color="secondary" size="small">
              {photo === null ? 'Photo of the place' : 'Photo chosen'}
              <input
                type="file"
                accept="image/*"
                hidden
                aria-label={`Photo of the place of ${job.tag}`}
                onChange={(event) => choose(event.target.files?.[0])}
              />
            </Button>
            <Button type="submit" variant="outlined" size="small">
              Keep this note
            </Button>
            <Refused words={message} />
          </div>
        </form>
      )}
    </section>
  )
}
