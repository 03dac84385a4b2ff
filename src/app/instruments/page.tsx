import type { Metadata } from 'next'
import { listCells } from '@/schema/instrument/listCells'
import { signedIn } from '@/server/currentPerson'
import { instrumentsWithDueDates } from '@/server/services/lookUps'
import { InstrumentList } from '@/ui/instrument/InstrumentList'

export const metadata: Metadata = { title: 'Instruments' }

/** Every registered instrument. */
export default async function InstrumentsPage() {
  await signedIn('/instruments')
  const [instruments, due] = await instrumentsWithDueDates()
  const rows = instruments.map(({ id, tag, configuration, isRetired }) => ({
    id,
    tag,
    cells: listCells(configuration),
    dueOn: isRetired ? '' : (due.get(id) ?? ''),
  }))
  return <InstrumentList rows={rows} />
}
