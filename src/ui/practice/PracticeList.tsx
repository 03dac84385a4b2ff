'use client'
import Button from '@mui/material/Button'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { PracticeJob } from '@/bench/practice/practiceJob'
import { BENCH_SET_UP_IDS, BENCH_SET_UPS, type BenchSetUp } from '@/bench/rig/benchSetUps'
import { RIG_FAULT_IDS, RIG_FAULTS, type RigFault } from '@/bench/rig/rigFaults'
import { wordsAsShown } from '@/core/format/decimalMark'
import { formatFixed } from '@/core/format/formatNumber'
import { refusalWords, send } from '../../kit/api'
import { WordsBox } from '../../kit/form/boxes'
import { Choice } from '../../kit/parts/Choice'
import { DataTable } from '../../kit/parts/DataTable'
import { FormDialog } from '../../kit/parts/FormDialog'
import { Refused } from '../../kit/parts/Refused'
import { useSending } from '../../kit/useSending'

type Progress = { readonly jobId: string; readonly best: number; readonly count: number; readonly lastId: string }
type Props = {
  readonly jobs: readonly PracticeJob[]
  readonly progress: readonly Progress[]
  readonly everybody: readonly {
    readonly name: string
    readonly jobs: number
    readonly attempts: number
    readonly meanBest: number
  }[]
  readonly isTeacher: boolean
}

/** The jobs to practise, by level, with how one stands with each; for those who teach, how everybody does. */
export function PracticeList({ jobs, progress, everybody, isTeacher }: Props) {
  const [isMaking, setMaking] = useState(false)
  const of = (id: string) => progress.find(({ jobId }) => jobId === id)
  const done = jobs.filter(({ id }) => (of(id)?.best ?? 0) >= GOOD).length
  return (
    <div className="page stack">
      <div className="head-row">
        <h1>Practice</h1>
        {isTeacher && (
          <span className="end actions">
            <Button variant="contained" onClick={() => setMaking(true)}>
              Make a job
            </Button>
          </span>
        )}
      </div>
      <p className="soft">
        Something is wrong in each, at the simulated rig. {done} of {jobs.length} done well so far. Nothing of practice
        reaches a register or a record.
      </p>
      <DataTable
        rows={jobs}
        keyOf={({ id }) => id}
        columns={[
          { head: 'Level', is: 'figure', cell: ({ level }) => level },
          {
            head: 'Job',
            cell: ({ id, title }) => (
              <Link href={`/practice/${encodeURIComponent(id)}`} prefetch={false}>
                {title}
              </Link>
            ),
          },
          { head: 'The shift says', cell: ({ complaint }) => complaint },
          {
            head: 'At',
            cell: ({ setUp }) => <span className="soft small">{wordsAsShown(BENCH_SET_UPS[setUp].title)}</span>,
          },
          { head: 'Best', is: 'right', cell: ({ id }) => of(id)?.best ?? '—' },
          {
            head: 'Played',
            is: 'right',
            cell: ({ id }) => {
              const found = of(id)
              return found ? <Link href={`/practice/attempts/${found.lastId}`}>{found.count} ×</Link> : '—'
            },
          },
        ]}
      />
      {everybody.length > 0 && (
        <section className="stack" aria-labelledby="everybody">
          <h2 id="everybody">How everybody does</h2>
          <DataTable
            rows={everybody}
            keyOf={({ name }) => name}
            columns={[
              { head: 'Who', cell: ({ name }) => name },
              { head: 'Jobs', is: 'right', cell: (each) => each.jobs },
              { head: 'Played', is: 'right', cell: ({ attempts }) => attempts },
              { head: 'Mean of bests', is: 'right', cell: ({ meanBest }) => formatFixed(meanBest, 0) },
            ]}
          />
        </section>
      )}
      {isMaking && <JobDialog close={() => setMaking(false)} />}
    </div>
  )
}

/** From so much of 100 on a job counts as done well. Ours, no source. */
const GOOD = 80
const LEVELS = ['1', '2', '3', '4', '5'].map((level) => [level, level] as const)
const GRAVITIES = [
  ['plain', 'plain to see', [0.6, 1]],
  ['middling', 'middling', [0.35, 0.7]],
  ['slight', 'slight', [0.1, 0.4]],
] as const

/** A job of one's own: what is complained of, where, and what is wrong. */
function JobDialog({ close }: { close: () => void }) {
  const router = useRouter()
  const [title, setTitle] = useState('')
  const [complaint, setComplaint] = useState('')
  const [level, setLevel] = useState('2')
  const [setUp, setSetUp] = useState<BenchSetUp>('bench')
  const [fault, setFault] = useState<RigFault>('zero-shift')
  const [gravity, setGravity] = useState<string>('plain')
  const [message, setMessage] = useState<string | null>(null)
  const sending = useSending()
  const submit = async () => {
    const severity = GRAVITIES.find(([id]) => id === gravity)?.[2] ?? [0.35, 1]
    const job = { title, complaint, level: Number(level), setUp, fault, severity }
    const refusal = await sending(job, async (id) => refusalWords(await send('/api/v1/practice/jobs', { id, ...job })))
    setMessage(refusal)
    if (refusal !== null) return
    close()
    router.refresh()
  }
  return (
    <FormDialog title="Make a job to practise" action="Put it on the list" onClose={close} onSubmit={submit}>
      <WordsBox label="Title" value={title} change={setTitle} />
      <WordsBox label="The shift says" value={complaint} change={setComplaint} />
      <Choice label="Level" value={level} options={LEVELS} choose={setLevel} />
      <Choice
        label="At"
        value={setUp}
        options={BENCH_SET_UP_IDS.map((id) => [id, wordsAsShown(BENCH_SET_UPS[id].title)] as const)}
        choose={(id) => setSetUp(BENCH_SET_UP_IDS.find((each) => each === id) ?? setUp)}
      />
      <Choice
        label="What is wrong"
        value={fault}
        options={RIG_FAULT_IDS.map((id) => [id, RIG_FAULTS[id].title] as const)}
        choose={(id) => setFault(RIG_FAULT_IDS.find((each) => each === id) ?? fault)}
      />
      <Choice
        label="How much"
        value={gravity}
        options={GRAVITIES.map(([id, words]) => [id, words] as const)}
        choose={setGravity}
      />
      <Refused words={message} />
    </FormDialog>
  )
}
