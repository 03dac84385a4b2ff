import { formatDateTime } from '@/core/format/formatTime'
import { DESKS, type Desk } from '@/schema/desks'
import { usePrinting } from '../../kit/parts/usePrinting'
import type { DeskInstrument } from './deskTypes'

type Props = { instrument: DeskInstrument; desk: Desk; timeZone: string }

/** What a sheet of paper says of itself: which desk of which instrument, and when it was printed. */
export function PaperLine({ instrument: { tag, version }, desk, timeZone }: Props) {
  const printedAt = usePrinting()
  return (
    <p className="paper-only">
      {DESKS[desk]} of {tag}, version {version} of its configuration
      {printedAt && `, printed ${formatDateTime(printedAt, timeZone)}`}.
    </p>
  )
}
