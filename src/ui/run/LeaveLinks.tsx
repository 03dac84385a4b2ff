'use client'
import { useState } from 'react'
import { TextButton } from '../../kit/parts/TextButton'
import { ReasonDialog } from './ReasonDialog'

type Props = {
  /** Absent where the run stands paused already. */
  pause?: (words: string) => Promise<string | null>
  abandon: (reason: string) => Promise<string | null>
  /** A linked source holds pressure. */
  isPressed: boolean
  /** Opens the exchange of a reference; absent where nothing may be recorded. */
  exchange?: () => void
  /** Opens the choice of devices; absent where none is linked up, or they are in use here already. */
  devices?: (() => void) | undefined
  /** Opens the choice of corrections; absent where no reference has any. */
  corrections?: (() => void) | undefined
}

/** Pausing a run, exchanging a reference, or giving it up. */
export function LeaveLinks({ pause, abandon, isPressed, exchange, devices, corrections }: Props) {
  const [asking, setAsking] = useState<'pause' | 'abandon' | null>(null)
  return (
    <p className="small leave-links">
      {pause && (
        <TextButton onClick={() => setAsking('pause')} isSoft>
          Pause…
        </TextButton>
      )}
      {devices && <TextButton onClick={devices}>Read it by devices…</TextButton>}
      {exchange && (
        <TextButton onClick={exchange} isSoft>
          Exchange a reference…
        </TextButton>
      )}
      {corrections && (
        <TextButton onClick={corrections} isSoft>
          Corrections of references…
        </TextButton>
      )}
      <TextButton onClick={() => setAsking('abandon')} isSoft>
        Abandon this run…
      </TextButton>
      {asking === 'pause' && pause && (
        <ReasonDialog
          title="Pause this run?"
          words="Nothing is recorded until somebody goes on. Say how the instrument and its valves are left: whoever goes on reads it. The site’s permit decides who may leave it so."
          action="Pause the run"
          onClose={() => setAsking(null)}
          store={pause}
        />
      )}
      {asking === 'abandon' && (
        <ReasonDialog
          title="Abandon this run?"
          words={`What was read is kept, but it never becomes a record.${isPressed ? ' The linked source holds pressure: it is vented then. Stay with it until it is.' : ''}`}
          action="Abandon the run"
          onClose={() => setAsking(null)}
          store={abandon}
        />
      )}
    </p>
  )
}
