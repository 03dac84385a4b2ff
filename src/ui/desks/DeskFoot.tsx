import Button from '@mui/material/Button'
import type { ReactNode } from 'react'
import { formatDateTime } from '@/core/format/formatTime'
import type { Desk } from '@/schema/desks'
import { LinkButton } from '../parts/LinkButton'
import type { DeskInstrument } from './deskTypes'
import type { SaveState } from './useSaveDesk'

type Props = {
  instrument: DeskInstrument
  desk: Desk
  state: SaveState
  /** When it was last saved and by whom, as it was opened. */
  saved: { readonly savedAt: string; readonly savedBy: string } | null
  timeZone: string
  save: () => void
  saveLabel?: string
  canSave: boolean
  children?: ReactNode
}

/** What can be done with a desk: its own next act, save, export, print. */
export function DeskFoot({ instrument, desk, state, saved, timeZone, save, saveLabel, canSave, children }: Props) {
  const hasSaved = saved !== null || state.kind === 'saved'
  return (
    <footer className="desk-foot">
      <div className="actions">
        {children}
        <Button variant="outlined" color="secondary" onClick={save} disabled={!canSave || state.kind === 'saving'}>
          {saveLabel ?? 'Save with the instrument'}
        </Button>
        {hasSaved && (
          <LinkButton
            color="secondary"
            href={`/api/v1/instruments/${instrument.id}/desks/${desk}`}
            prefetch={false}
            download
          >
            JSON
          </LinkButton>
        )}
        <Button color="secondary" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <div className="desk-says small" aria-live="polite">
        <SaveWords state={state} saved={saved} timeZone={timeZone} />
        <p className="soft">Follow the site’s permit and local codes. Barys plans the work; it makes nothing safe.</p>
      </div>
    </footer>
  )
}

function SaveWords({ state, saved, timeZone }: Pick<Props, 'state' | 'saved' | 'timeZone'>) {
  if (state.kind === 'refused') return <p className="tone-outside">{state.words}</p>
  if (state.kind === 'saving') return <p className="soft">Saving …</p>
  if (state.kind === 'saved')
    return (
      <p className="tone-inside">
        Saved {formatDateTime(state.at, timeZone)} by {state.by}.
      </p>
    )
  if (saved)
    return (
      <p className="soft">
        As saved {formatDateTime(saved.savedAt, timeZone)} by {saved.savedBy}, with what was changed since.
      </p>
    )
  return <p className="soft">Not saved with the instrument yet.</p>
}
