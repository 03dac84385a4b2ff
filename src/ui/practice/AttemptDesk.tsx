'use client'
import { useMemo, useState } from 'react'
import { Course, type LoggedAct } from '@/bench/practice/course'
import { JUDGED, type Judgement } from '@/bench/practice/judgement'
import type { PracticeJob } from '@/bench/practice/practiceJob'
import { readRig } from '@/bench/rig/readRig'
import { formatDateTime } from '@/core/format/formatTime'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { judgedWords, practiceActWords } from '@/words/practiceWords'
import { DataTable } from '../../kit/parts/DataTable'
import { LabelledSlider } from '../../kit/parts/LabelledSlider'
import { LinkButton } from '../../kit/parts/LinkButton'
import { Mark } from '../../kit/parts/Mark'
import { Notice } from '../../kit/parts/Notice'
import { TextButton } from '../../kit/parts/TextButton'
import { HookUpPicture } from '../../kit/pictures/HookUpPicture'
import { readingRows } from '../bench/RigViews'

type Props = {
  readonly job: PracticeJob
  readonly seed: number
  readonly log: readonly LoggedAct[]
  readonly judgement: Judgement
  readonly personName: string
  readonly finishedAt: string
  readonly timeZone: string
}

/** A practice that is finished: what was earned and why, and its course act by act. */
export function AttemptDesk({ job, seed, log, judgement, personName, finishedAt, timeZone }: Props) {
  const { parts, score } = judgement
  return (
    <div className="page stack">
      <div className="head-row">
        <h1>
          {job.title}: <span className="num">{score}</span> of 100
        </h1>
        <span className="end actions">
          <LinkButton href={`/practice/${encodeURIComponent(job.id)}`} prefetch={false}>
            Once more
          </LinkButton>
          <LinkButton href="/practice">All jobs</LinkButton>
        </span>
      </div>
      <p className="soft">
        Signed as practised by {personName}, {formatDateTime(finishedAt, timeZone)}. It is no calibration, and stands in
        no register.
      </p>
      <DataTable
        label="How it was judged"
        rows={parts}
        keyOf={({ part }) => part}
        columns={[
          {
            head: <span className="visually-hidden">Mark</span>,
            cell: ({ share }) => <Mark mark={share === 1 ? 'inside' : share > 0 ? 'look' : 'outside'} />,
          },
          { head: 'What', cell: (part) => judgedWords(part).title },
          {
            head: 'Earned',
            is: 'right',
            cell: ({ part, share }) => `${Math.round(JUDGED[part] * share)} of ${JUDGED[part]}`,
          },
          { head: 'Why', cell: (part) => judgedWords(part).why },
        ]}
      />
      <Replay job={job} seed={seed} log={log} />
    </div>
  )
}

/** Its course once more: every act with its moment, and how the rig stood after it. */
function Replay({ job, seed, log }: Pick<Props, 'job' | 'seed' | 'log'>) {
  const frames = useMemo(() => framesOf(job, seed, log), [job, seed, log])
  const [at, setAt] = useState(0)
  const frame = frames[Math.min(at, frames.length - 1)]
  if (!frame) return <Notice>Nothing was done.</Notice>
  const { rig } = frame
  return (
    <section className="stack" aria-labelledby="course">
      <h2 id="course">Its course</h2>
      <LabelledSlider
        label="Act"
        says={`${at + 1} of ${frames.length}: ${frame.words}`}
        min={0}
        max={frames.length - 1}
        step={1}
        value={at}
        change={setAt}
      />
      <div className="two-col">
        <div style={{ height: 320 }}>
          <HookUpPicture
            facts={{ ...rig.facts.piping, signal: rig.model.kind === 'pneumatic' ? '20-100kPa' : '4-20mA' }}
            state={rig.hookUp}
          />
        </div>
        <div className="stack">
          <dl className="facts num">
            {readingRows(rig, readRig(rig)).map(([what, words]) => (
              <div key={what} style={{ display: 'contents' }}>
                <dt>{what}</dt>
                <dd>{words}</dd>
              </div>
            ))}
          </dl>
          <ol className="cautions small" aria-label="Every act">
            {frames.map(({ words, seconds }, index) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: acts stand in the order they were done in
              <li key={index} aria-current={index === at ? 'step' : undefined}>
                <TextButton onClick={() => setAt(index)}>
                  {Math.floor(seconds / 60)}:{String(Math.floor(seconds % 60)).padStart(2, '0')}
                </TextButton>{' '}
                {words}
              </li>
            ))}
          </ol>
        </div>
      </div>
    </section>
  )
}

function framesOf(job: PracticeJob, seed: number, log: readonly LoggedAct[]) {
  const course = new Course(job, seed)
  const unit = pressureUnitLabel(course.now.rig.facts.unit)
  return log.map((logged) => {
    course.until(logged.tick)
    course.do(logged.act)
    const { rig } = course.now
    return { rig, seconds: rig.seconds, words: practiceActWords(logged, unit) }
  })
}
