'use client'
import GlobalStyles from '@mui/material/GlobalStyles'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { type KeyboardEvent, useMemo, useState } from 'react'
import { formatWeekday } from '@/core/format/formatTime'
import { dueStrip } from '@/pictures/dueStrip'
import type { DaySheet, DueJob } from '@/schema/daySheet'
import { Choice } from '../../kit/parts/Choice'
import { Mark } from '../../kit/parts/Mark'
import { Notice } from '../../kit/parts/Notice'
import { SearchBox } from '../../kit/parts/SearchBox'
import { SceneSvg } from '../../kit/pictures/SceneSvg'
import { useSize } from '../../kit/pictures/useSize'
import { dayStyles } from './dayStyles'
import { JobPanel } from './JobPanel'
import { areasOf, dueWords, matches } from './jobs'
import { startPath } from './startPath'

const MARK_WORDS = { inside: 'ready', look: 'ready, but look', outside: 'not ready' } as const
const HORIZONS = { '14': '2 weeks', '28': '4 weeks', '91': '90 days' } as const

/**
 * The day sheet: what is due, on a strip and by area, and the one job chosen beside it.
 *
 * @param setUpNext the next step of setting up the plant; null once it has its first certificate
 */
export function DayDesk({ sheet, setUpNext }: { sheet: DaySheet; setUpNext: string | null }) {
  const router = useRouter()
  const [search, setSearch] = useState('')
  const [horizonDays, setHorizonDays] = useState('28')
  const areas = useMemo(
    () => areasOf(sheet.jobs.filter((job) => (search ? matches(job, search) : job.dueInDays <= Number(horizonDays)))),
    [sheet.jobs, search, horizonDays],
  )
  const order = areas.flatMap((area) => area.jobs)
  const [chosenId, setChosenId] = useState(sheet.jobs[0]?.id)
  const chosen = order.find((job) => job.id === chosenId) ?? order[0]
  const start = (job: DueJob) => router.push(startPath(job))

  const onKeyDown = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key]
    if (event.key === 'Enter' && chosen) start(chosen)
    else if (step && chosen) {
      const next = order[order.indexOf(chosen) + step]
      if (next) setChosenId(next.id)
      document.getElementById(`job-${next?.id}`)?.scrollIntoView({ block: 'nearest' })
    } else return
    event.preventDefault()
  }

  return (
    <div className="day">
      <GlobalStyles styles={dayStyles} />
      <div className="day-main">
        <div className="head-row">
          <h1>{formatWeekday(sheet.today)}</h1>
          <SearchBox
            label="Find by tag, description or area"
            placeholder="tag or words"
            value={search}
            change={setSearch}
            onKeyDown={onKeyDown}
          />
          <Choice label="due within" value={horizonDays} options={Object.entries(HORIZONS)} choose={setHorizonDays} />
          <p className="end soft">{summaryOf(sheet.jobs)}</p>
        </div>
        <Strip jobs={sheet.jobs} chosenId={chosen?.id} />
        {setUpNext !== null && (
          <Notice>
            This plant is being set up; next: {setUpNext}. <Link href="/start">Go on with it</Link>
          </Notice>
        )}
        {order.length === 0 && <Notice>{emptyWords(sheet, search)}</Notice>}
        <div
          role="listbox"
          tabIndex={0}
          aria-label="Jobs by area"
          aria-activedescendant={chosen && `job-${chosen.id}`}
          onKeyDown={onKeyDown}
        >
          {areas.map(({ area, jobs }) => (
            // biome-ignore lint/a11y/useSemanticElements: a fieldset cannot be a group of options
            <div key={area} role="group" aria-label={area}>
              <div className="job-area" aria-hidden>
                <span>{area}</span>
                <span>{jobs.length === 1 ? '1 job' : `${jobs.length} jobs`}</span>
              </div>
              {jobs.map((job) => (
                <JobRow
                  key={job.id}
                  job={job}
                  isChosen={job === chosen}
                  choose={() => setChosenId(job.id)}
                  start={() => start(job)}
                />
              ))}
            </div>
          ))}
        </div>
      </div>
      <aside className="day-side" aria-label="Chosen job">
        {chosen && <JobPanel job={chosen} neighbours={areas.find(({ area }) => area === chosen.area)?.jobs ?? []} />}
      </aside>
    </div>
  )
}

function Strip({ jobs, chosenId }: { jobs: readonly DueJob[]; chosenId: string | undefined }) {
  const [ref, { width }] = useSize<HTMLDivElement>({ width: 864, height: 118 })
  const marks = jobs.map((job) => ({
    id: job.id,
    dueInDays: job.dueInDays,
    share: job.shareOfLimit,
    isSelected: job.id === chosenId,
  }))
  return (
    <div ref={ref} className="picture strip">
      <SceneSvg scene={dueStrip(marks, width)} />
    </div>
  )
}

type RowProps = { job: DueJob; isChosen: boolean; choose: () => void; start: () => void }

function JobRow({ job, isChosen, choose, start }: RowProps) {
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the list box takes the keys for all its options
    // biome-ignore lint/a11y/useFocusableInteractive: options are reached by aria-activedescendant
    <div
      role="option"
      id={`job-${job.id}`}
      className="job"
      aria-selected={isChosen}
      onClick={choose}
      onDoubleClick={start}
    >
      <Mark mark={job.mark} label={MARK_WORDS[job.mark]} />
      <span className="tag">{job.tag}</span>
      <span className="what" title={job.description}>
        {job.description}
        {job.openRun && <span className="tone-look"> · open</span>}
      </span>
      <span className="range soft num small">{job.rangeText}</span>
      <span className={job.dueInDays < 0 ? 'when tone-outside' : 'when'}>{dueWords(job)}</span>
    </div>
  )
}

function summaryOf(jobs: readonly DueJob[]): string {
  const overdue = jobs.filter((job) => job.dueInDays < 0).length
  const week = jobs.filter((job) => job.dueInDays >= 0 && job.dueInDays <= 7).length
  const open = jobs.filter((job) => job.openRun !== null).length
  return `${overdue} overdue · ${week} this week · ${open} open`
}

function emptyWords(sheet: DaySheet, search: string): string {
  if (search) return `No results for “${search}”. Look for part of a tag, a word of the description, or an area.`
  return sheet.jobs.length === 0
    ? 'No instruments yet. Register the first one: press n, or open Instruments.'
    : 'Nothing is due in that time. Widen it, or find an instrument above to calibrate it anyway.'
}
