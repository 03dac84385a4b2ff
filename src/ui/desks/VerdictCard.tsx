import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import type { RangePlan } from '@/plans/rangePlanShape'
import { Mark } from '../../kit/parts/Mark'
import { Notice } from '../../kit/parts/Notice'

type Props = { plan: RangePlan; chooseCapsule: (code: string) => void }

/** Whether the range fits, what it takes and why, and where that is done. */
export function VerdictCard({ plan, chooseCapsule }: Props) {
  const { verdict, headline, detail, place, reasons, tried, objections, notes } = plan
  const isRefused = verdict.kind === 'impossible' || objections.length > 0
  const tone = isRefused ? 'outside' : verdict.kind === 'capsule' || verdict.kind === 'link' ? 'to-do' : 'inside'
  return (
    <Notice role="region" gap={6} tone={tone} aria-label="Verdict" aria-live="polite">
      <Typography variant="h2" sx={{ fontSize: '1.2rem' }}>
        <Mark mark={isRefused ? 'outside' : tone === 'to-do' ? 'look' : 'inside'} size={17} /> {headline}
      </Typography>
      <p>
        {detail} {place !== '' && <strong className="desk-place">{place}</strong>}
      </p>
      {reasons.length > 0 && (
        <ul className="plain-list">
          {reasons.map((reason) => (
            <li key={reason}>{reason}</li>
          ))}
        </ul>
      )}
      {objections.length > 0 && (
        <ul className="plain-list tone-outside">
          {objections.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
      {notes.map((words) => (
        <p key={words} className="small">
          <Mark mark="look" /> {words}
        </p>
      ))}
      {tried.length > 0 && (
        <ul className="plain-list small">
          {tried.map(({ code, reasons: why }) => (
            <li key={code}>
              <b>{code}</b>: {why.join('; ')}
            </li>
          ))}
        </ul>
      )}
      {verdict.kind === 'capsule' && verdict.others.length > 0 && (
        <TextField
          select
          size="small"
          label="Capsule to go in"
          value={verdict.capsule.code}
          onChange={(event) => chooseCapsule(event.target.value)}
        >
          {[verdict.capsule, ...verdict.others].map(({ code, count }) => (
            <MenuItem key={code} value={code}>
              {code} ({count} in stock)
            </MenuItem>
          ))}
        </TextField>
      )}
    </Notice>
  )
}
