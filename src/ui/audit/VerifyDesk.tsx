'use client'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import { useRef, useState } from 'react'
import { formatPlain } from '@/core/format/formatNumber'
import type { VerifyLine } from '@/schema/verification'
import { WordsBox } from '../../kit/form/boxes'
import { DataTable } from '../../kit/parts/DataTable'
import { Mark } from '../../kit/parts/Mark'
import { Refused } from '../../kit/parts/Refused'
import { RefusedStream, streamed } from '../../kit/streamed'

type Done = Extract<VerifyLine, { kind: 'done' }>
type Progress = Extract<VerifyLine, { kind: 'progress' }>

/** Verifies everything this plant holds, with progress. */
export function VerifyDesk({ proofKey }: { proofKey: { publicKey: string; fingerprint: string } | null }) {
  const [expected, setExpected] = useState('')
  const [progress, setProgress] = useState<Progress | null>(null)
  const [done, setDone] = useState<Done | null>(null)
  const [message, setMessage] = useState<string | null>(null)
  const running = useRef<AbortController>(undefined)
  const [isRunning, setRunning] = useState(false)
  const verify = async () => {
    running.current = new AbortController()
    setRunning(true)
    setDone(null)
    setMessage(null)
    setProgress(null)
    try {
      for await (const line of streamed<VerifyLine>('/api/v1/audit/verify', { expected }, running.current.signal)) {
        if (line.kind === 'progress') setProgress(line)
        else if (line.kind === 'done') setDone(line)
        else setMessage(line.words)
      }
    } catch (error) {
      if (error instanceof RefusedStream) setMessage(error.message)
      else if (!running.current.signal.aborted) setMessage('Cannot reach the server. Begin again.')
    }
    setRunning(false)
  }
  return (
    <div className="page stack">
      <h1>Verification</h1>
      <p className="soft">
        Works every record out again from its readings, walks the chains of records, findings and acts, and holds them
        against the rows as they are and against the checkpoints that lie outside the database. It changes nothing.
      </p>
      <div className="card stack">
        <WordsBox
          label="A hash that must be in the chain"
          value={expected}
          change={setExpected}
          helperText="as a certificate gives it at “Seal, SHA-256”; may stay empty"
        />
        <div className="actions">
          {isRunning ? (
            <Button variant="outlined" onClick={() => running.current?.abort()}>
              Stop
            </Button>
          ) : (
            <Button variant="contained" onClick={verify}>
              Verify everything
            </Button>
          )}
          <Refused words={message} />
        </div>
        {isRunning && <Running progress={progress} />}
      </div>
      <div role="status">{done && <Outcome done={done} />}</div>
      {proofKey && (
        <dl className="facts">
          <dt>Checkpoint key, Ed25519</dt>
          <dd className="hash num">{proofKey.publicKey}</dd>
          <dt>Its fingerprint</dt>
          <dd className="num">{proofKey.fingerprint}</dd>
        </dl>
      )}
    </div>
  )
}

function Running({ progress }: { progress: Progress | null }) {
  const percent = progress && progress.all > 0 ? Math.min(100, (100 * progress.done) / progress.all) : 0
  const words = progress ? `${progress.done} of ${progress.all} ${progress.of}` : 'beginning'
  return (
    <div className="tight">
      <LinearProgress variant="determinate" value={percent} aria-label="Verified so far" />
      <p className="small">{words}</p>
    </div>
  )
}

function Outcome({ done }: { done: Done }) {
  const { records, findings, acts, checkpoints, faultCount, faults, seconds, lastHash, lastActHash } = done
  const { timeStamps, lastTimeStamp } = done
  const isWhole = faultCount === 0
  return (
    <section className="card stack" aria-labelledby="outcome">
      <h2 id="outcome" className={isWhole ? 'tone-inside' : 'tone-outside'}>
        <Mark mark={isWhole ? 'inside' : 'outside'} />{' '}
        {isWhole ? 'Everything agrees' : `${faultCount} ${faultCount === 1 ? 'thing does' : 'things do'} not agree`}
      </h2>
      <p>
        {records} records, {findings} findings, {acts} acts and {checkpoints} checkpoints in {formatPlain(seconds)} s.
        {checkpoints === 0 &&
          ' No checkpoint lies outside the database: a chain rewritten as a whole would not be found.'}
      </p>
      {lastTimeStamp && (
        <p>
          {timeStamps} {timeStamps === 1 ? 'time stamp' : 'time stamps'} of an authority outside; the last says that
          checkpoint {lastTimeStamp.checkpoint} was there by {utcText(lastTimeStamp.at)}, signed by {lastTimeStamp.by}.
        </p>
      )}
      {!isWhole && (
        <DataTable
          label="What does not agree"
          rows={faults}
          keyOf={(_, index) => index}
          columns={[
            { head: 'Where', cell: ({ of, sequence }) => `${of} ${sequence}` },
            { head: 'What', cell: ({ fault }) => fault },
          ]}
        />
      )}
      <dl className="facts">
        <dt>Last record</dt>
        <dd className="hash num">{lastHash}</dd>
        <dt>Last act</dt>
        <dd className="hash num">{lastActHash}</dd>
      </dl>
    </section>
  )
}

const utcText = (at: string) => `${at.slice(0, 16).replace('T', ' ')} UTC`
