'use client'

import Button from '@mui/material/Button'
import { useState } from 'react'
import { formatFixed } from '@/core/format/formatNumber'
import type { ImpactAsk, ImpactSummary } from '@/schema/impact'
import { inWords, refusalWords, send } from '../../../kit/api'
import { WordsBox } from '../../../kit/form/boxes'
import { Done } from '../../../kit/parts/Done'
import { FormDialog } from '../../../kit/parts/FormDialog'
import { LinkButton } from '../../../kit/parts/LinkButton'
import { Refused } from '../../../kit/parts/Refused'
import { useSending } from '../../../kit/useSending'

type Props = {
  readonly reference: { readonly id: string; readonly code: string }
  readonly ask: ImpactAsk
  readonly summary: ImpactSummary
  readonly mayFind: boolean
  /** After a finding or a follow-up was made. */
  readonly made: () => void
}

/** What is done about it: calibrated again, told at the records, taken along as a report. */
export function ImpactFoot({ reference, ask, summary, mayFind, made }: Props) {
  const [isFinding, setFinding] = useState(false)
  const [message, setMessage] = useState<string | null>(null)
  const [done, setDone] = useState<string | null>(null)
  const [isAsking, setAsking] = useState(false)
  const { counts, wantedAgain: again } = summary
  const changed = counts['to-fail'] + counts['in-doubt'] + counts['to-pass']
  const path = `/api/v1/references/${reference.id}`
  const followUp = async () => {
    setAsking(true)
    const answer = await send<{ tags: string[] }>(`${path}/follow-ups`, { ask })
    setAsking(false)
    setMessage(answer.kind === 'refused' ? answer.refusals.map(inWords).join(' ') : refusalWords(answer))
    if (answer.kind !== 'done') return
    const { tags } = answer.value
    setDone(
      tags.length === 0 ? 'All of them are on the day sheet already.' : `On the day sheet now: ${tags.join(', ')}.`,
    )
    made()
  }
  const report = (format: string) => `${path}/impact/report.${format}?ask=${encodeURIComponent(JSON.stringify(ask))}`
  return (
    <div className="actions">
      {mayFind && (
        <>
          <Button variant="contained" size="large" onClick={followUp} disabled={again === 0 || isAsking}>
            {again === 0
              ? 'Nothing to do again'
              : `Put ${again} ${again === 1 ? 'instrument' : 'instruments'} on the day sheet`}
          </Button>
          <Button size="large" onClick={() => setFinding(true)} disabled={changed === 0}>
            Attach the finding to {changed} {changed === 1 ? 'record' : 'records'}…
          </Button>
        </>
      )}
      <LinkButton href={report('pdf')} prefetch={false} target="_blank">
        Report
      </LinkButton>
      <a href={report('csv')}>CSV</a>
      <a href={report('xlsx')}>XLSX</a>
      <p className="small soft end">
        {changed + counts.same} judged again by their own rules in{' '}
        <span className="num">{formatFixed(summary.seconds, 1)} s</span>. Sealed records stay as they are.
      </p>
      <Refused words={message} />
      <Done words={done} forget={() => setDone(null)} />
      {isFinding && (
        <FindingDialog
          count={changed}
          code={reference.code}
          onClose={() => setFinding(false)}
          attach={async (finding) => {
            const answer = await send<{ sequence: number }>(`${path}/findings`, { ...finding, ask })
            if (answer.kind === 'done') setDone(`Finding ${answer.value.sequence} attached.`)
            if (answer.kind === 'done') made()
            return refusalWords(answer)
          }}
        />
      )}
    </div>
  )
}

type DialogProps = {
  readonly count: number
  readonly code: string
  readonly onClose: () => void
  readonly attach: (finding: { id: string; words: string }) => Promise<string | null>
}

function FindingDialog({ count, code, onClose, attach }: DialogProps) {
  const [words, setWords] = useState('')
  const [message, setMessage] = useState<string | null>(null)
  const sending = useSending()
  const submit = async () => {
    const refusal = await sending({ words }, (id) => attach({ id, words }))
    setMessage(refusal)
    if (refusal === null) onClose()
  }
  return (
    <FormDialog
      title={`Attach to ${count} ${count === 1 ? 'record' : 'records'}?`}
      action="Attach"
      onClose={onClose}
      onSubmit={submit}
    >
      <p>
        A record of its own, chained like the others: what is supposed of {code}, and what each of them says with it.
        They stay as they were sealed. It can be undone by a further finding.
      </p>
      <WordsBox
        label="What was found, and what is done about it"
        value={words}
        change={setWords}
        multiline
        minRows={3}
        autoFocus
      />
      <Refused words={message} />
    </FormDialog>
  )
}
