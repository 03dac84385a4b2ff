'use client'
import Link from 'next/link'
import type { DueJob } from '@/schema/daySheet'
import { LinkButton } from '../../kit/parts/LinkButton'
import { Mark } from '../../kit/parts/Mark'
import { RangeBeam } from '../../kit/pictures/RangeBeam'
import { dueWords } from './jobs'
import { startPath, takePath } from './startPath'

/** The chosen job: its beam, what it needs, and the start. */
export function JobPanel({ job, neighbours }: { job: DueJob; neighbours: readonly DueJob[] }) {
  const after = neighbours.filter((other) => other.id !== job.id && other.dueInDays <= 14)
  return (
    <div className="day-side-inner">
      <div>
        <p className="soft small">chosen · {dueWords(job)}</p>
        <h2 style={{ fontSize: '1.6rem' }} className="tag">
          <Link href={`/instruments/${encodeURIComponent(job.tag)}`}>{job.tag}</Link>
        </h2>
        <p className="soft">{job.description}</p>
      </div>
      <div className="beam-box">
        <RangeBeam data={job.beam} detail="small" />
        <p className="num small soft">{job.rangeText}</p>
      </div>
      <ul className="readiness">
        {job.notes.map((note) => (
          <li key={note.words}>
            <Mark mark={note.mark} />
            <span>{note.words}</span>
          </li>
        ))}
        {job.openRun && (
          <li>
            <Mark mark="look" />
            <span>{job.openRun.words}</span>
          </li>
        )}
      </ul>
      <LinkButton className="big-action" variant="contained" size="large" fullWidth href={startPath(job)}>
        <span>{job.openRun ? 'Go on with the open run' : 'Start calibration'}</span>
        <kbd>Enter</kbd>
      </LinkButton>
      <LinkButton variant="outlined" color="secondary" fullWidth href={takePath([job])}>
        Take with you
      </LinkButton>
      {after.length > 0 && (
        <p className="small soft after">
          In the same area within two weeks: {after.map((other) => other.tag).join(', ')}.{' '}
          <Link href={takePath([job, ...after])}>Take with you for all of them</Link>
        </p>
      )}
    </div>
  )
}
