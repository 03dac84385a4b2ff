'use client'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { formatDateTime } from '@/core/format/formatTime'
import type { RecordedPause } from '@/schema/recordedRun'
import { useSending } from '../../kit/useSending'

type Props = { pause: RecordedPause; timeZone: string; goOn: (ended: unknown) => Promise<string | null> }

/** A run that is paused takes nothing until somebody goes on with it. */
export function PauseFoot({ pause, timeZone, goOn }: Props) {
  const [message, setMessage] = useState<string | null>(null)
  const sending = useSending()
  return (
    <div className="actions">
      <Button
        variant="contained"
        size="large"
        autoFocus
        onClick={async () => setMessage(await sending('resumed', (id) => goOn({ id, kind: 'resumed' })))}
      >
        Go on <kbd style={{ marginLeft: 14 }}>Enter</kbd>
      </Button>
      <p className={message ? 'tone-outside' : undefined} role={message ? 'alert' : undefined}>
        {message ?? (
          <>
            Paused by {pause.by}, {formatDateTime(pause.at, timeZone)}: {pause.words}{' '}
            <span className="soft small">
              Before going on, look whether valves, pressure and hook-up are still as the steps say.
            </span>
          </>
        )}
      </p>
    </div>
  )
}
