'use client'
import { useState } from 'react'
import { ReasonDialog } from './ReasonDialog'

type Props = {
  /** Absent where the run stands paused already. */
  pause?: (words: string) => Promise<string | null>
  abandon: (reason: string) => Promise<string | null>
  /** Opens the exchange of a reference; absent where nothing may be recorded. */
  exchange?: () => void
  /** Opens the choice of devices; absent where none is linked up, or they are in use here already. */
  devices?: (() => void) | undefined
  /** Opens the choice of corrections; absent where no reference has any. */
  corrections?: (() => void) | undefined
}

/** Pausing a run, exchanging a reference, or giving it up. */
export function LeaveLinks({ pause, abandon, exchange, devices, corrections }: Props) {
  const [asking, setAsking] = useState<'pause' | 'abandon' | null>(null)
  return (
    <p className="small leave-links">
      {pause && (
        <button type="button" className="link-button soft" onClick={() => setAsking('pause')}>
          Pause…
        </button>
      )}
      {devices && (
        <button type="button" className="link-button" onClick={devices}>
          Read it by devices…
        </button>
      )}
      {exchange && (
        <button type="button" className="link-button soft" onClick={exchange}>
          Exchange a reference…
        </button>
      )}
      {corrections && (
        <button type="button" className="link-button soft" onClick={corrections}>
          Corrections of references…
        </button>
      )}
      <button type="button" className="link-button soft" onClick={() => setAsking('abandon')}>
        Abandon this run…
      </button>
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
          words="What was read is kept, but it never becomes a record."
          action="Abandon the run"
          onClose={() => setAsking(null)}
          store={abandon}
        />
      )}
    </p>
  )
}
