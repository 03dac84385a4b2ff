import type { Metadata } from 'next'
import Link from 'next/link'
import { LIST_NAMES, LISTS } from '@/plans/import/lists'
import { signedIn } from '@/server/currentPerson'
import { ImportDesk } from '@/ui/import/ImportDesk'

export const metadata: Metadata = { title: 'Import a list' }

type Props = { searchParams: Promise<{ list?: string }> }

/** Takes a list of instruments or references from a file, or gives it as one. */
export default async function ImportPage({ searchParams }: Props) {
  const { list: asked } = await searchParams
  const list = LIST_NAMES.find((name) => name === asked) ?? 'instruments'
  await signedIn(`/import?list=${list}`)
  const file = (name: string) => `/api/v1/lists/${name}`
  return (
    <div className="page stack">
      <h1>Import {LISTS[list].title}</h1>
      <p>
        A list of{' '}
        {LIST_NAMES.map((name, index) => (
          <span key={name}>
            {index > 0 && ', '}
            {name === list ? (
              <strong>{LISTS[name].title}</strong>
            ) : (
              <Link href={`/import?list=${name}`}>{LISTS[name].title}</Link>
            )}
          </span>
        ))}
      </p>
      <p className="soft">
        Every row is looked at before anything is stored, and stored all at once or not at all. What is registered
        already is left alone. To begin with: an empty list as <a href={file(`${list}-template.xlsx`)}>XLSX</a> or{' '}
        <a href={file(`${list}-template.csv`)}>CSV</a>; what is registered as <a href={file(`${list}.xlsx`)}>XLSX</a> or{' '}
        <a href={file(`${list}.csv`)}>CSV</a>.
      </p>
      <ImportDesk key={list} list={list} />
    </div>
  )
}
