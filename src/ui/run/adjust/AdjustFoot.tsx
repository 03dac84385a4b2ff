'use client'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import { ReasonDialog } from '../ReasonDialog'

type FootProps = {
  count: number
  /** The points of the round before, as the register gives them: `0, 50, 100`. */
  points: string
  open: (fewerPoints: { testPoints: string; reason: string } | null) => Promise<string | null>
}

/** Leads from Adjust to the as-left readings: the same points, or fewer with the reason. */
export function AdjustFoot({ count, points, open }: FootProps) {
  const [message, setMessage] = useState<string | null>(null)
  const [isAsking, setAsking] = useState(false)
  const [fewer, setFewer] = useState(points)
  return (
    <div className="actions">
      <Button
        variant="contained"
        size="large"
        disabled={count === 0}
        onClick={async () => setMessage(await open(null))}
      >
        Adjustment done: read as left
      </Button>
      <Button variant="outlined" color="secondary" size="large" disabled={count === 0} onClick={() => setAsking(true)}>
        With fewer points…
      </Button>
      <p className={message ? 'tone-outside' : 'soft small'} role={message ? 'alert' : undefined}>
        {message ??
          (count === 0
            ? 'Record at least one act first, so that the record can tell what was done.'
            : `${count} recorded. The same points follow again.`)}
      </p>
      {isAsking && (
        <ReasonDialog
          title="Which points, and why fewer?"
          words="Some of the points that were taken as found. The certificate says so."
          action="Read these as left"
          onClose={() => setAsking(false)}
          store={(reason) => open({ testPoints: fewer, reason })}
        >
          <TextField
            label="Points"
            size="small"
            value={fewer}
            onChange={(event) => setFewer(event.target.value)}
            slotProps={{ htmlInput: { className: 'num', autoComplete: 'off' } }}
          />
        </ReasonDialog>
      )}
    </div>
  )
}
