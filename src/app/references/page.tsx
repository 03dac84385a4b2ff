import type { Metadata } from 'next'
import { limitWords } from '@/core/error/limitWords'
import { formatPlain } from '@/core/format/formatNumber'
import { calendarDate, daysBetween, formatDate } from '@/core/format/formatTime'
import { PRESSURE_KINDS } from '@/core/units/pressureKind'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { mayDo } from '@/schema/roles'
import type { Standard } from '@/schema/world'
import { signedIn } from '@/server/currentPerson'
import { environment } from '@/server/environment'
import { ownedReferences } from '@/server/services/lookUps'
import { CapsuleShelf } from '@/ui/desks/CapsuleShelf'
import { DataTable } from '@/ui/parts/DataTable'
import { Mark } from '@/ui/parts/Mark'
import { Notice } from '@/ui/parts/Notice'

export const metadata: Metadata = { title: 'References' }
const SOON_DAYS = 30

/** What we own to calibrate with, and the capsules on the shelf. */
export default async function ReferencesPage() {
  const person = await signedIn('/references')
  const { standards, capsules } = await ownedReferences()
  const today = calendarDate(new Date(), environment().BARYS_TIME_ZONE)
  return (
    <div className="page stack">
      <h1>References</h1>
      {standards.length === 0 && <Notice>None is registered, so no run can begin. The demo data brings eight.</Notice>}
      <DataTable
        rows={standards}
        keyOf={({ id }) => id}
        columns={[
          { head: 'Code', is: 'tag', cell: ({ code }) => code },
          { head: 'What it is', cell: ({ description }) => description },
          {
            head: 'Reach',
            is: 'figure',
            cell: (standard) =>
              `${formatPlain(standard.rangeLow)} … ${formatPlain(standard.rangeHigh)} ${unitOf(standard)}`,
          },
          { head: 'Accuracy', is: 'figure', cell: ({ accuracy }) => limitWords(accuracy) },
          {
            head: 'Resolution',
            is: 'figure',
            cell: (standard) => `${formatPlain(standard.resolution)} ${unitOf(standard).split(' ')[0]}`,
          },
          { head: 'Certificate', is: 'figure', cell: ({ certificate }) => certificate },
          { head: 'Valid', cell: (standard) => validity(standard, today) },
        ]}
      />
      <CapsuleShelf capsules={capsules} mayKeep={mayDo(person.role, 'keep references')} />
    </div>
  )
}

const unitOf = (standard: Standard) =>
  standard.quantity === 'pressure'
    ? `${pressureUnitLabel(standard.unit)} ${PRESSURE_KINDS[standard.pressureKind].suffix}`
    : standard.unit

function validity({ dueOn }: Standard, today: string) {
  const left = daysBetween(today, dueOn)
  if (left < 0)
    return (
      <span className="tone-outside">
        <Mark mark="outside" /> out of date since {formatDate(dueOn)}
      </span>
    )
  return (
    <span className={left <= SOON_DAYS ? 'tone-look' : ''}>
      <Mark mark={left <= SOON_DAYS ? 'look' : 'inside'} /> to {formatDate(dueOn)}
    </span>
  )
}
