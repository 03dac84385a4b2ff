'use client'
import Button from '@mui/material/Button'
import Link from 'next/link'
import { useEffect, useMemo, useState } from 'react'
import { TAKE_GROUPS, type TakeGroup, takenTogether } from '@/core/take/takeList'
import type { TakenJob } from '@/schema/takenJob'
import { Notice } from '../../kit/parts/Notice'
import { Tick } from '../../kit/parts/Tick'
import { InstrumentNotes } from './InstrumentNotes'

type Props = { jobs: readonly TakenJob[]; timeZone: string; mayNote: boolean }

/** What to bring for a job or a day's jobs together: ticked off, printed; and what is worth knowing at each place. */
export function TakeDesk({ jobs, timeZone, mayNote }: Props) {
  const items = useMemo(() => takenTogether(jobs), [jobs])
  const key = `take ${jobs.map(({ tag }) => tag).join(',')}`
  const [packed, setPacked] = usePacked(key)
  const left = items.filter(({ what }) => !packed.includes(what)).length
  if (jobs.length === 0)
    return (
      <div className="page stack">
        <h1>Take with you</h1>
        <Notice>
          No job is chosen. Open it from a job on the <Link href="/">day sheet</Link>, or from an instrument.
        </Notice>
      </div>
    )
  return (
    <div className="page stack take">
      <div className="head-row">
        <h1>Take with you</h1>
        <p className="soft">
          {jobs.length === 1 ? jobs[0]?.tag : `${jobs.length} jobs`} · {left === 0 ? 'all packed' : `${left} to pack`}
        </p>
        <div className="end actions">
          <Button variant="outlined" color="secondary" onClick={() => window.print()}>
            Print
          </Button>
        </div>
      </div>
      <div className="two-col">
        <div className="stack">
          {(Object.keys(TAKE_GROUPS) as TakeGroup[]).map((group) => {
            const own = items.filter((item) => item.group === group)
            if (own.length === 0) return null
            return (
              <section key={group} aria-label={TAKE_GROUPS[group]}>
                <h2>{TAKE_GROUPS[group]}</h2>
                <ul className="plain-list is-marked">
                  {own.map(({ what, tags }) => (
                    <li key={what}>
                      <Tick
                        label={what}
                        {...(jobs.length > 1 && { why: tags.length === jobs.length ? 'all' : tags.join(', ') })}
                        checked={packed.includes(what)}
                        change={(isPacked) =>
                          setPacked(isPacked ? [...packed, what] : packed.filter((each) => each !== what))
                        }
                      />
                    </li>
                  ))}
                </ul>
              </section>
            )
          })}
          <p className="soft small">
            Worked out from the register. The site’s permit, the fluid and the place decide what else.
          </p>
        </div>
        <div className="stack">
          {jobs.map((job) => (
            <InstrumentNotes key={job.id} job={job} timeZone={timeZone} mayNote={mayNote} />
          ))}
        </div>
      </div>
    </div>
  )
}

/** What is ticked off, kept in this browser until the list is another one. */
function usePacked(key: string) {
  const [packed, setPacked] = useState<readonly string[]>([])
  useEffect(() => {
    const kept: unknown = JSON.parse(localStorage.getItem(key) ?? '[]')
    setPacked(Array.isArray(kept) ? kept.filter((each) => typeof each === 'string') : [])
  }, [key])
  const change = (next: readonly string[]) => {
    setPacked(next)
    localStorage.setItem(key, JSON.stringify(next))
  }
  return [packed, change] as const
}
