import type { Metadata } from 'next'
import { signedIn } from '@/server/currentPerson'
import { ImportDesk } from '@/ui/import/ImportDesk'

export const metadata: Metadata = { title: 'Import a list' }

/** Takes a list of instruments from a file. */
export default async function ImportPage() {
  await signedIn('/import')
  return (
    <div className="page stack">
      <h1>Import instruments</h1>
      <p className="soft">
        Every row is looked at before anything is stored, and stored all at once or not at all. A tag that is registered
        already is left alone. To begin with: an empty list as{' '}
        <a href="/api/v1/lists/instruments-template.xlsx">XLSX</a> or{' '}
        <a href="/api/v1/lists/instruments-template.csv">CSV</a>; what is registered as{' '}
        <a href="/api/v1/lists/instruments.xlsx">XLSX</a> or <a href="/api/v1/lists/instruments.csv">CSV</a>.
      </p>
      <ImportDesk />
    </div>
  )
}
