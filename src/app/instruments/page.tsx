import type { Metadata } from 'next'
import { INSTRUMENT_KINDS } from '@/schema/configuration'
import { signedIn } from '@/server/currentPerson'
import { rangeText } from '@/server/services/beam'
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
    description: configuration.description,
    area: configuration.area,
    kind: INSTRUMENT_KINDS[configuration.kind],
    range: rangeText(configuration),
    dueOn: isRetired ? '' : (due.get(id) ?? ''),
  }))
  return <InstrumentList rows={rows} />
}
