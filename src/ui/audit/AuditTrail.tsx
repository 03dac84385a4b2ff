'use client'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { type FormEvent, useState } from 'react'
import { formatDateTime } from '@/core/format/formatTime'
import { AUDIT_KINDS, AUDIT_WORDS, type AuditFilter, type AuditLine, EXCEPTION_KINDS } from '@/schema/audit'
import { DataTable } from '../../kit/parts/DataTable'
import { LinkButton } from '../../kit/parts/LinkButton'
import { Notice } from '../../kit/parts/Notice'
import { Tick } from '../../kit/parts/Tick'

type Props = {
  lines: readonly AuditLine[]
  next: string | null
  timeZone: string
  filter: AuditFilter
  people: readonly string[]
}

const asQuery = (filter: AuditFilter) => new URLSearchParams(Object.entries(filter)).toString()

/** Who did what, when and why; the newest first. */
export function AuditTrail({ lines, next, timeZone, filter, people }: Props) {
  const { after, ...own } = filter
  return (
    <div className="page stack">
      <div className="head-row">
        <h1>Audit trail</h1>
        <span className="end actions">
          <LinkButton variant="outlined" href={`/api/v1/audit/trail.csv?${asQuery(own)}`} prefetch={false}>
            As CSV
          </LinkButton>
          <LinkButton variant="outlined" href="/audit/verify">
            Verification
          </LinkButton>
        </span>
      </div>
      <Filter filter={own} people={people} />
      {lines.length === 0 ? (
        <Notice>{filter.exceptions ? 'No exceptions.' : 'No results; clear a filter.'}</Notice>
      ) : (
        <DataTable
          label="Acts, the newest first"
          rows={lines}
          keyOf={({ key }) => key}
          columns={[
            {
              head: 'When',
              is: 'figure',
              cell: ({ at }) => <span className="nowrap">{formatDateTime(at, timeZone)}</span>,
            },
            { head: 'Who', cell: ({ who }) => who ?? '—' },
            {
              head: 'What',
              cell: ({ kind }) => (
                <span className={EXCEPTION_KINDS.includes(kind) ? 'tone-look' : ''}>{AUDIT_WORDS[kind]}</span>
              ),
            },
            {
              head: 'About',
              cell: ({ tag, sequence, about }) => (
                <>
                  {tag && (
                    <Link className="nowrap" href={`/instruments/${encodeURIComponent(tag)}`}>
                      {tag}
                    </Link>
                  )}
                  {tag && sequence !== null && ', '}
                  {sequence !== null && <Link href={`/records/${sequence}`}>record {sequence}</Link>}
                  {!tag && about}
                </>
              ),
            },
            { head: 'Why', cell: ({ why }) => why },
          ]}
        />
      )}
      <div className="actions">
        {after && (
          <LinkButton variant="outlined" href={`/audit?${asQuery(own)}`}>
            Newest
          </LinkButton>
        )}
        {next && (
          <LinkButton variant="outlined" href={`/audit?${asQuery({ ...own, after: next })}`}>
            Earlier
          </LinkButton>
        )}
      </div>
    </div>
  )
}

function Filter({ filter, people }: { filter: AuditFilter; people: readonly string[] }) {
  const router = useRouter()
  const [draft, setDraft] = useState(filter)
  const change = (changed: Partial<Record<keyof AuditFilter, string>>) =>
    setDraft((before) => ({ ...before, ...changed }) as AuditFilter) // checked where the page is made
  const submit = (event: FormEvent) => {
    event.preventDefault()
    const wanted = Object.entries(draft).filter(([, value]) => value !== '' && value !== undefined)
    router.push(`/audit?${new URLSearchParams(wanted as [string, string][])}`)
  }
  const shrunk = { inputLabel: { shrink: true } }
  return (
    <form className="stack" onSubmit={submit} aria-label="Which acts">
      <div className="field-row">
        <TextField
          label="Instrument"
          size="small"
          value={draft.tag ?? ''}
          onChange={({ target }) => change({ tag: target.value })}
          slotProps={shrunk}
        />
        <TextField
          select
          label="Person"
          size="small"
          value={draft.person ?? ''}
          onChange={({ target }) => change({ person: target.value })}
          slotProps={shrunk}
        >
          <MenuItem value="">anybody</MenuItem>
          {people.map((name) => (
            <MenuItem key={name} value={name}>
              {name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="What"
          size="small"
          value={draft.kind ?? ''}
          onChange={({ target }) => change({ kind: target.value })}
          slotProps={shrunk}
        >
          <MenuItem value="">anything</MenuItem>
          {AUDIT_KINDS.map((kind) => (
            <MenuItem key={kind} value={kind}>
              {AUDIT_WORDS[kind]}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          label="From"
          type="date"
          size="small"
          value={draft.from ?? ''}
          onChange={({ target }) => change({ from: target.value })}
          slotProps={shrunk}
        />
        <TextField
          label="To"
          type="date"
          size="small"
          value={draft.to ?? ''}
          onChange={({ target }) => change({ to: target.value })}
          slotProps={shrunk}
        />
      </div>
      <div className="actions">
        <Tick
          label="Exceptions only"
          checked={draft.exceptions === '1'}
          change={(is) => change({ exceptions: is ? '1' : '' })}
        />
        <Button type="submit" variant="contained">
          Show
        </Button>
      </div>
    </form>
  )
}
