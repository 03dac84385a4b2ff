import Button from '@mui/material/Button'
import type { ReactNode } from 'react'
import { formatDateTime } from '@/core/format/formatTime'
import type { Desk } from '@/schema/desks'
import { LinkButton } from '../../kit/parts/LinkButton'
import type { DeskInstrument } from './deskTypes'
import { PaperLine } from './PaperLine'
import type { SaveState } from './useSaveDesk'

type Props = {
  instrument: DeskInstrument
  desk: Desk
  state: SaveState
  timeZone: string
  save: () => void
  saveLabel?: string
  canSave: boolean
  children?: ReactNode
}

/** What can be done with a desk: its own next act, save, export, print. */
export function DeskFoot({ instrument, desk, state, timeZone, save, saveLabel, canSave, children }: Props) {
  return (
    <footer className="desk-foot">
      <div className="actions">
        {children}
        <Button variant="outlined" color="secondary" onClick={save} disabled={!canSave || state.isSaving}>
          {saveLabel ?? 'Save with the instrument'}
        </Button>
        {state.last && (
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
        <PaperLine instrument={instrument} desk={desk} timeZone={timeZone} />
        <SaveWords state={state} timeZone={timeZone} />
        <p className="soft">Follow the site’s permit and local codes. Barys plans the work; it makes nothing safe.</p>
      </div>
    </footer>
  )
}

function SaveWords({ state, timeZone }: Pick<Props, 'state' | 'timeZone'>) {
  const { last, isChanged, isSaving, refused } = state
  if (refused) return <p className="tone-outside">{refused}</p>
  if (isSaving) return <p className="soft">Saving …</p>
  if (!last) return <p className="soft">Not saved with the instrument.</p>
  const words = `${formatDateTime(last.savedAt, timeZone)} by ${last.savedBy}`
  return isChanged ? (
    <p className="tone-look">Changed since it was saved {words}.</p>
  ) : (
    <p className="tone-inside">Saved {words}.</p>
  )
}
