import type { Metadata } from 'next'
import { INSTRUMENT_KINDS } from '@/schema/configuration'
import { signedIn } from '@/server/currentPerson'
import { pool } from '@/server/database'
import { environment } from '@/server/environment'
import { rangeText } from '@/server/services/beam'
import { selectDueDates } from '@/server/sql/dueInstrument'
import { selectInstruments } from '@/server/sql/instrument'
import { InstrumentList } from '@/ui/instrument/InstrumentList'

export const metadata: Metadata = { title: 'Instruments' }

/** Every registered instrument. */
export default async function InstrumentsPage() {
  await signedIn('/instruments')
  const [instruments, due] = await Promise.all([
    selectInstruments(pool()),
    selectDueDates(pool(), environment().BARYS_TIME_ZONE),
  ])
  const rows = instruments.map(({ id, tag, configuration }) => ({
    id,
    tag,
    description: configuration.description,
    area: configuration.area,
    kind: INSTRUMENT_KINDS[configuration.kind],
    range: rangeText(configuration),
    dueOn: due.get(id) ?? '',
  }))
  return <InstrumentList rows={rows} />
}
